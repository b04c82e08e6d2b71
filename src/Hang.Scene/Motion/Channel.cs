using System.Collections.Immutable;
using Hang.Scene.Colour;
using Hang.Scene.Geometry;
using Hang.Scene.Values;

namespace Hang.Scene.Motion;

/// <summary>
/// A value over time: constant, or keyed by one or more keyframes on distinct, rising frames. Before the first and after the
/// last keyframe the value stands still.
/// </summary>
public sealed class Channel : IEquatable<Channel>
{
    // Flat copies of the keyframes: reading them is what evaluation does most.
    private readonly int[] ats;
    private readonly Value[] values;
    private readonly Feel[] feels;

    // Made when first needed: by then the rules have been demanded of the numbers.
    private readonly Lazy<EvenPath?[]>? paths;
    private int found;

    /// <summary>Which changes jump on their keyframe's own frame, as steps that jump at the start do (CSS Easing Functions Level 2, section 2.4).</summary>
    private readonly bool[] jumps;

    /// <summary>True when every change is a straight mix by one feel.</summary>
    private readonly bool isPlain;

    private Channel(ValueKind kind, Value constant, ImmutableArray<Keyframe> keys)
    {
        (Kind, Constant, Keys) = (kind, constant, keys);
        ats = new int[keys.Length];
        values = new Value[keys.Length];
        feels = new Feel[keys.Length];
        for (var i = 0; i < keys.Length; i++)
        {
            (ats[i], values[i], feels[i]) = (keys[i].At, keys[i].Value, keys[i].Feel);
        }
        jumps = [.. keys.Select(k => k.Feel.At(0) != 0 || (k.Parts is { } p && (p.X.At(0) != 0 || p.Y.At(0) != 0 || p.Z.At(0) != 0 || p.W.At(0) != 0)))];
        isPlain = kind is NumbersKind or ColourKind or PaintKind && keys.All(k => k.Bend is null && k.Parts is null && k.Value.Held is not Gradient);
        if (keys.Any(k => k.Bend is not null))
        {
            paths = new(() => [.. Enumerable.Range(0, keys.Length).Select(i => i < keys.Length - 1 ? PathOf(keys[i], keys[i + 1]) : null)]);
        }
    }

    public ValueKind Kind { get; }

    /// <summary>The value while there are no keyframes.</summary>
    public Value Constant { get; }

    /// <summary>Keyframes in rising order of frames; empty when the channel is constant.</summary>
    public ImmutableArray<Keyframe> Keys { get; }

    public bool IsKeyed => ats.Length > 0;

    public static Channel Of(ValueKind kind, Value constant) => new(kind, constant, []);

    /// <summary>A keyed channel; keyframes may come in any order, and of two on one frame the later given wins.</summary>
    public static Channel Of(ValueKind kind, IEnumerable<Keyframe> keys)
    {
        var byFrame = new SortedDictionary<int, Keyframe>();
        foreach (var key in keys)
        {
            byFrame[key.At] = key;
        }
        if (byFrame.Count == 0)
        {
            throw new ArgumentException("A keyed channel needs a keyframe.", nameof(keys));
        }
        return new(kind, byFrame.Values.First().Value, [.. byFrame.Values]);
    }

    /// <summary>The value at a moment.</summary>
    /// <param name="time">In frames; between two frames only for motion blur.</param>
    public Value At(double time)
    {
        if (!Between(time, out var i, out var progress))
        {
            return i < 0 ? Constant : values[i];
        }
        ref readonly var a = ref values[i];
        ref readonly var b = ref values[i + 1];
        if (isPlain)
        {
            return Value.Mix(in a, in b, feels[i].At(progress));
        }
        if (paths?.Value[i] is { } path)
        {
            var p = path.At(feels[i].At(progress));
            return new(p.X, p.Y);
        }
        return Keys[i].Parts is { } parts && a.Held is not Gradient && b.Held is not Gradient
            ? new(
                Value.Mix(a.X, b.X, parts.X.At(progress)),
                Value.Mix(a.Y, b.Y, parts.Y.At(progress)),
                Value.Mix(a.Z, b.Z, parts.Z.At(progress)),
                Value.Mix(a.W, b.W, parts.W.At(progress))
            )
            : Kind.Mix(in a, in b, feels[i].At(progress));
    }

    /// <summary>The first component at a moment: all there is of a channel of one number.</summary>
    public double NumberAt(double time) =>
        !Between(time, out var i, out var progress) ? (i < 0 ? Constant.X : values[i].X)
        : isPlain ? Value.Mix(values[i].X, values[i + 1].X, feels[i].At(progress))
        : At(time).X;

    /// <summary>The first two components at a moment: all there is of a point.</summary>
    public Point PointAt(double time)
    {
        if (!Between(time, out var i, out var progress))
        {
            return i < 0 ? new(Constant.X, Constant.Y) : new(values[i].X, values[i].Y);
        }
        if (!isPlain)
        {
            var v = At(time);
            return new(v.X, v.Y);
        }
        var t = feels[i].At(progress);
        ref readonly var a = ref values[i];
        ref readonly var b = ref values[i + 1];
        return new(Value.Mix(a.X, b.X, t), Value.Mix(a.Y, b.Y, t));
    }

    /// <summary>True between two keyframes.</summary>
    /// <param name="i">The keyframe that counts; -1 when there is none.</param>
    /// <param name="progress">How far in time the change after it has got, 0..1.</param>
    private bool Between(double time, out int i, out double progress)
    {
        progress = 0;
        if (ats.Length == 0)
        {
            i = -1;
            return false;
        }
        i = LastKeyAtOrBefore(time);
        if (i < 0 || i == ats.Length - 1)
        {
            i = Math.Max(i, 0);
            return false;
        }
        var from = ats[i];
        progress = (time - from) / (ats[i + 1] - from);
        return progress != 0 || jumps[i];
    }

    /// <summary>For a position: the unit vector of the path's direction at a moment. While the layer stands it keeps facing the way it came,
    /// before its first move the way it will go; (0, 0) when it never moves.</summary>
    public Point Heading(double time)
    {
        for (var i = Math.Max(0, Math.Min(LastKeyAtOrBefore(time), ats.Length - 2)); i >= 0 && i < ats.Length - 1; i--)
        {
            if (DirectionIn(i, time) is { } found && (found.X != 0 || found.Y != 0))
            {
                return found;
            }
        }
        for (var i = 0; i < ats.Length - 1; i++)
        {
            if (DirectionIn(i, time) is { } found && (found.X != 0 || found.Y != 0))
            {
                return found;
            }
        }
        return default;
    }

    public Keyframe? KeyAt(int frame)
    {
        var i = LastKeyAtOrBefore(frame);
        return i >= 0 && ats[i] == frame ? Keys[i] : null;
    }

    /// <summary>This channel with a keyframe at <paramref name="frame"/>. A new keyframe that splits a change keeps that change's feel;
    /// one behind the last takes <paramref name="feel"/>.</summary>
    public Channel WithKey(int frame, Value value, Feel feel)
    {
        // What can be seen half-way between two kinds of gradient cannot be written: the nearer one is.
        value = value.Held is Crossing crossing ? PaintKind.Of(crossing.Nearer) : value;
        if (KeyAt(frame) is { } there)
        {
            return Of(Kind, Keys.Add(there with { Value = value }));
        }
        var i = LastKeyAtOrBefore(frame);
        return Of(Kind, Keys.Add(i >= 0 && i < Keys.Length - 1 ? Keys[i] with { At = frame, Value = value, Bend = null } : new(frame, value, feel)));
    }

    /// <summary>This channel with a keyframe at a frame, of the value that it has there. A bent path keeps its shape.</summary>
    public Channel WithKeyAt(int frame, Feel feel)
    {
        var i = LastKeyAtOrBefore(frame);
        var with = WithKey(frame, At(frame), feel);
        if (i < 0 || i >= Keys.Length - 1 || ats[i] == frame || paths?.Value[i] is not { } path)
        {
            return with;
        }
        var (before, after) = path.SplitAt(Math.Clamp(feels[i].At((double)(frame - ats[i]) / (ats[i + 1] - ats[i])), 0, 1));
        static Point Between(Point a, Point b) => new(b.X - a.X, b.Y - a.Y);
        return with.Map(k =>
            k.At == ats[i] ? k with { Bend = new Bend(k.Bend?.In ?? default, Between(before.A, before.B)) }
            : k.At == frame ? k with { Bend = new Bend(Between(before.D, before.C), Between(after.A, after.B)) }
            : k.At == ats[i + 1] ? k with { Bend = new Bend(Between(after.D, after.C), k.Bend?.Out ?? default) }
            : k
        );
    }

    /// <summary>
    /// This channel with a keyframe at a frame that changes nothing: the changes on both sides of it go on as they did. The very same where none is needed.
    /// </summary>
    public Channel WithCutAt(int frame)
    {
        var i = LastKeyAtOrBefore(frame);
        if (i < 0 || i >= Keys.Length - 1 || ats[i] == frame)
        {
            return this;
        }
        // What comes back to the value that it left, as a bounce does, is no change between two keyframes: there has to be one more.
        if ((Turning(i, ats[i], frame) ?? Turning(i, frame, ats[i + 1])) is { } turn)
        {
            return WithCutAt(turn).WithCutAt(frame);
        }
        var share = (double)(frame - ats[i]) / (ats[i + 1] - ats[i]);
        Keyframe Part(Keyframe key, double from, double to) => key with { Feel = key.Feel.Part(from, to), Parts = key.Parts?.Map(f => f.Part(from, to)) };
        return WithKeyAt(frame, feels[i])
            .Map(k =>
                k.At == ats[i] ? Part(k, 0, share)
                : k.At == frame ? Part(k, share, 1)
                : k
            );
    }

    /// <summary>
    /// The frame between two of a change at which it is furthest from a value that is the same at both; null where it is not the same, or stays.
    /// </summary>
    private int? Turning(int i, int from, int to)
    {
        double Progress(int frame) =>
            frame == ats[i] ? 0
            : frame == ats[i + 1] ? 1
            : feels[i].At((double)(frame - ats[i]) / (ats[i + 1] - ats[i]));
        double Off(int frame) => Math.Abs(Progress(frame) - Progress(from));
        const double nothing = 1e-9;
        return Off(to) > nothing
            ? null
            : Enumerable.Range(from + 1, Math.Max(0, to - from - 1)).Where(f => Off(f) > nothing).OrderByDescending(Off).Select(f => (int?)f).FirstOrDefault();
    }

    /// <summary>Neighbouring keyframes between which the value changes, or bends on its way.</summary>
    public IEnumerable<(Keyframe From, Keyframe To)> Changes =>
        Keys.Zip(Keys.Skip(1)).Where(p => !p.First.Value.Equals(p.Second.Value) || p.First.Bend is not null || p.Second.Bend is not null);

    /// <summary>This channel without a keyframe; without its last one it stays at that value.</summary>
    public Channel WithoutKeys(Predicate<int> frames)
    {
        var rest = Keys.RemoveAll(k => frames(k.At));
        return rest.IsEmpty ? Of(Kind, Keys.IsEmpty ? Constant : Keys[0].Value) : new(Kind, rest[0].Value, rest);
    }

    /// <summary>This channel with each keyframe replaced; the result is put in order again.</summary>
    public Channel Map(Func<Keyframe, Keyframe> change) => IsKeyed ? Of(Kind, Keys.Select(change)) : this;

    /// <summary>This channel with every value replaced, keyed or constant.</summary>
    public Channel MapValues(Func<Value, Value> change) => IsKeyed ? Map(k => k with { Value = change(k.Value) }) : Of(Kind, change(Constant));

    public bool Equals(Channel? other) => ReferenceEquals(this, other) || (other is not null && Constant == other.Constant && Keys.SequenceEqual(other.Keys));

    public override bool Equals(object? obj) => Equals(obj as Channel);

    public override int GetHashCode() => Keys.Aggregate(Constant.GetHashCode(), HashCode.Combine);

    private static EvenPath? PathOf(Keyframe from, Keyframe to)
    {
        if (from.Bend is null && to.Bend is null)
        {
            return null;
        }
        var (a, d) = (new Point(from.Value.X, from.Value.Y), new Point(to.Value.X, to.Value.Y));
        var (leave, reach) = (from.Bend?.Out ?? default, to.Bend?.In ?? default);
        return new(new CubicCurve(a, new(a.X + leave.X, a.Y + leave.Y), new(d.X + reach.X, d.Y + reach.Y), d));
    }

    private Point? DirectionIn(int i, double time)
    {
        if (paths?.Value[i] is { } path)
        {
            var progress = Math.Clamp((time - ats[i]) / (ats[i + 1] - ats[i]), 0, 1);
            return path.Direction(Math.Clamp(feels[i].At(progress), 0, 1));
        }
        var (dx, dy) = (values[i + 1].X - values[i].X, values[i + 1].Y - values[i].Y);
        var length = Math.Sqrt(dx * dx + dy * dy);
        return length == 0 ? null : new(dx / length, dy / length);
    }

    private int LastKeyAtOrBefore(double time)
    {
        // Keyframes lie on whole frames, so whole numbers are enough to find one.
        var frame = (int)time;
        if (frame > time)
        {
            frame--;
        }
        // Frames are mostly read one after the other: the keyframe found last is tried first. Threads may overwrite each other's find without harm.
        var last = found;
        if ((uint)last < (uint)ats.Length && ats[last] <= frame && (last + 1 == ats.Length || frame < ats[last + 1]))
        {
            return last;
        }
        return found = Search(frame);
    }

    private int Search(int frame)
    {
        int low = 0,
            high = ats.Length;
        while (low < high)
        {
            var middle = (low + high) >>> 1;
            if (ats[middle] <= frame)
            {
                low = middle + 1;
            }
            else
            {
                high = middle;
            }
        }
        return low - 1;
    }
}
