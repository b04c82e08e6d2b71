using System.Collections.Immutable;

namespace Hang.Core.Motion;

/// <summary>A value fixed at a frame, and the feel of the change from here to the next keyframe.</summary>
/// <param name="At">Frame, counted from the graphic's first frame, 0.</param>
/// <param name="Value">The value at that frame.</param>
/// <param name="Feel">How the value changes until the next keyframe; without effect on the last.</param>
public sealed record Keyframe(int At, ChannelValue Value, Feel Feel);

/// <summary>
/// A value over time: constant, or keyed by one or more keyframes on distinct, rising frames. Before the first and after the
/// last keyframe the value stands still.
/// </summary>
public sealed record Channel
{
    private Channel(ChannelValue constant, ImmutableArray<Keyframe> keys) => (Constant, Keys) = (constant, keys);

    /// <summary>The value while there are no keyframes.</summary>
    public ChannelValue Constant { get; }

    /// <summary>Keyframes in rising order of frames; empty when the channel is constant.</summary>
    public ImmutableArray<Keyframe> Keys { get; }

    public bool IsKeyed => Keys.Length > 0;

    public static Channel Of(ChannelValue constant) => new(constant, []);

    /// <summary>A keyed channel; keyframes may come in any order, and of two on one frame the later given wins.</summary>
    public static Channel Of(IEnumerable<Keyframe> keys)
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
        return new(byFrame.Values.First().Value, [.. byFrame.Values]);
    }

    /// <summary>The value at a frame.</summary>
    public ChannelValue At(int frame)
    {
        if (Keys.Length == 0)
        {
            return Constant;
        }
        var i = LastKeyAtOrBefore(frame);
        if (i < 0)
        {
            return Keys[0].Value;
        }
        var from = Keys[i];
        if (i == Keys.Length - 1 || from.At == frame)
        {
            return from.Value;
        }
        var to = Keys[i + 1];
        var progress = (double)(frame - from.At) / (to.At - from.At);
        return ChannelValue.Mix(from.Value, to.Value, from.Feel.At(progress));
    }

    public Keyframe? KeyAt(int frame)
    {
        var i = LastKeyAtOrBefore(frame);
        return i >= 0 && Keys[i].At == frame ? Keys[i] : null;
    }

    /// <summary>This channel with a keyframe at <paramref name="frame"/>. A new keyframe that splits a change keeps that change's feel;
    /// one behind the last takes <paramref name="feel"/>.</summary>
    public Channel WithKey(int frame, ChannelValue value, Feel feel)
    {
        var kept = KeyAt(frame)?.Feel ?? (LastKeyAtOrBefore(frame) is >= 0 and var i && i < Keys.Length - 1 ? Keys[i].Feel : feel);
        return Of(Keys.Add(new(frame, value, kept)));
    }

    /// <summary>This channel without a keyframe; without its last one it stays at that value.</summary>
    public Channel WithoutKeys(Predicate<int> frames)
    {
        var rest = Keys.RemoveAll(k => frames(k.At));
        return rest.IsEmpty ? Of(Keys.IsEmpty ? Constant : Keys[0].Value) : new(rest[0].Value, rest);
    }

    /// <summary>This channel with each keyframe replaced; the result is put in order again.</summary>
    public Channel Map(Func<Keyframe, Keyframe> change) => IsKeyed ? Of(Keys.Select(change)) : this;

    public bool Equals(Channel? other) => other is not null && Constant == other.Constant && Keys.SequenceEqual(other.Keys);

    public override int GetHashCode() => Keys.Aggregate(Constant.GetHashCode(), HashCode.Combine);

    private int LastKeyAtOrBefore(int frame)
    {
        int low = 0, high = Keys.Length;
        while (low < high)
        {
            var middle = (low + high) / 2;
            (low, high) = Keys[middle].At <= frame ? (middle + 1, high) : (low, middle);
        }
        return low - 1;
    }
}
