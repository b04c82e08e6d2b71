using System.Collections.Immutable;
using System.Globalization;
using Hang.Scene.Geometry;
using Hang.Scene.Motion;
using Hang.Scene.Typesetting;

namespace Hang.Scene.PaintList;

/// <summary>Writes an operation's numbers at a moment.</summary>
/// <param name="time">In frames.</param>
/// <param name="numbers">Room for the operation's numbers, all zero or as they were.</param>
public delegate void Filler(double time, Span<float> numbers);

/// <summary>
/// Where contents and effects write what they paint: the operations once, and for each how its numbers come from the time. An operation
/// whose values never change is filled once.
/// </summary>
public sealed class StripWriter
{
    private readonly ImmutableArray<Op>.Builder ops = ImmutableArray.CreateBuilder<Op>();
    private readonly ImmutableDictionary<string, object>.Builder resources = ImmutableDictionary.CreateBuilder<string, object>(StringComparer.Ordinal);
    private readonly List<(int At, int Length, Filler Fill)> steady = [];
    private readonly List<(int At, int Length, Filler Fill)> changing = [];

    /// <summary>How many numbers there are so far.</summary>
    public int Size { get; private set; }

    /// <summary>How many operations paint something themselves.</summary>
    public int Painting { get; private set; }

    /// <summary>Adds an operation with its numbers.</summary>
    /// <param name="isSteady">True when the numbers are the same at every moment.</param>
    public void Add(OpKind kind, ImmutableArray<string> takes, ImmutableArray<string> words, int each, bool isSteady, Filler fill)
    {
        ops.Add(new(kind, takes, words, Size, each, []));
        Register(kind.RowSize(each), isSteady, fill);
        Painting += kind.Does.HasFlag(Does.Paints) ? 1 : 0;
    }

    /// <summary>Opens a group.</summary>
    /// <param name="steps">Its effect steps.</param>
    public void OpenGroup(string blend, StepWriter steps, bool isSteady, Filler fill)
    {
        var at = Size;
        Register(Ops.Group.RowSize(0), isSteady, fill);
        var written = ImmutableArray.CreateBuilder<Op>();
        foreach (var (kind, still, stepFill) in steps.Steps)
        {
            written.Add(new(kind, [], [], Size, 0, []));
            Register(kind.RowSize(0), still, stepFill);
        }
        ops.Add(new(Ops.Group, [], [blend], at, 0, written.ToImmutable()));
    }

    /// <summary>Closes the innermost level.</summary>
    public void Close() => ops.Add(new(Ops.End, [], [], Size, 0, []));

    /// <summary>
    /// Paints with a colour or gradient: once for each kind of paint that it ever is, faded into each other as light is where it goes from one to another.
    /// </summary>
    /// <param name="fill">A value of <see cref="Values.PaintKind"/>.</param>
    /// <param name="paint">Adds the operation.</param>
    public void Inked(Channel fill, Action<Ink> paint)
    {
        var inks = Ink.Of(fill);
        if (inks.Length == 1)
        {
            paint(inks[0]);
            return;
        }
        var opacity = Ops.Group.Opacity;
        OpenGroup("normal", new StepWriter(), true, (_, v) => (v[0], v[opacity]) = (1, 1));
        foreach (var ink in inks)
        {
            OpenGroup("plusLighter", new StepWriter(), false, (time, v) => (v[0], v[opacity]) = (1, (float)ink.WeightAt(time)));
            paint(ink);
            Close();
        }
        Close();
    }

    /// <summary>Fills a shape given by numbers.</summary>
    /// <param name="verbs">See <see cref="Shape"/>.</param>
    /// <param name="isSteady">True when the shape and its box are the same at every moment.</param>
    /// <param name="box">Of the whole that is filled, which gradients run over.</param>
    public void Fill(string verbs, bool isSteady, Channel fill, Func<double, Box> box, Filler shape) => Fill(new Edge(verbs, isSteady, shape), fill, box);

    /// <inheritdoc cref="Fill(string, bool, Channel, Func{double, Box}, Filler)"/>
    public void Fill(Edge edge, Channel fill, Func<double, Box> box) => Inked(fill, ink =>
        {
            if (edge.Outline is { } outline)
            {
                Keep(outline);
            }
            var more = Ops.Fill.More + ink.Each;
            var shape = edge.Write;
            if (!ink.NeedsBox)
            {
                // One colour, as most are: the shortest way.
                Add(Ops.Fill, edge.Takes, [edge.Verbs, edge.Rule, ink.Paint, ink.StopsWord], edge.Count, edge.IsSteady && ink.IsSteady, (time, v) =>
                {
                    Colours.Put(fill.At(time), v);
                    shape(time, v[more..]);
                });
                return;
            }
            Add(Ops.Fill, edge.Takes, [edge.Verbs, edge.Rule, ink.Paint, ink.StopsWord], ink.Each + edge.Count, edge.IsSteady && ink.IsSteady, (time, v) =>
            {
                ink.Put(time, box(time), Ops.Fill, v);
                shape(time, v[more..]);
            });
        });

    /// <summary>Clips all that follows in this level to a shape, or to what lies outside of it.</summary>
    public void Clip(Edge edge, bool inverse) =>
        Add(Ops.Clip, edge.Takes, [edge.Verbs, edge.Rule, inverse ? "yes" : "no"], edge.Count, edge.IsSteady, (time, v) =>
        {
            v[Ops.Clip.On] = 1;
            edge.Write(time, v[Ops.Clip.More.At..]);
        });

    /// <summary>Fills glyphs.</summary>
    /// <param name="delay">Frames by which the colour runs late.</param>
    /// <param name="box">Of the whole that is filled, which gradients run over, in thousandths of an em.</param>
    /// <param name="metrics">Unit, tracking and leading.</param>
    public void Glyphs(
        GlyphRun run,
        bool isSteady,
        Channel fill,
        double delay,
        Func<double, Box> box,
        Func<double, (double Unit, double Tracking, double Leading)> metrics
    )
    {
        Keep(run);
        var unit = Ops.Glyphs.Unit;
        Inked(fill, ink => Add(Ops.Glyphs, [run.Hash], [ink.Paint, ink.StopsWord], ink.Each, isSteady && ink.IsSteady, (time, v) =>
            {
                ink.Put(time - delay, ink.NeedsBox ? box(time) : default, Ops.Glyphs, v);
                var (u, tracking, leading) = metrics(time);
                (v[unit], v[unit + 1], v[unit + 2]) = ((float)u, (float)tracking, (float)leading);
            }));
    }

    /// <summary>Draws a whole picture into a box.</summary>
    public void Picture(string hash, bool isSteady, Func<double, Box> target)
    {
        var at = Ops.Picture.Target;
        Add(Ops.Picture, [hash], [], 0, isSteady, (time, v) =>
        {
            var box = target(time);
            (v[at], v[at + 1], v[at + 2], v[at + 3]) = ((float)box.Left, (float)box.Top, (float)box.Right, (float)box.Bottom);
        });
    }

    /// <summary>Makes a resource known that an operation takes.</summary>
    public void Keep(GlyphRun run) => resources[run.Hash] = run;

    /// <inheritdoc cref="Keep(GlyphRun)"/>
    public void Keep(Outline outline) => resources[outline.Hash] = outline;

    /// <summary>All operations of another writer, their numbers behind those that are here.</summary>
    public void Append(StripWriter other)
    {
        var by = Size;
        ops.AddRange(other.ops.Select(o => o with { At = o.At + by, Steps = [.. o.Steps.Select(s => s with { At = s.At + by })] }));
        steady.AddRange(other.steady.Select(f => (f.At + by, f.Length, f.Fill)));
        changing.AddRange(other.changing.Select(f => (f.At + by, f.Length, f.Fill)));
        foreach (var (hash, resource) in other.resources)
        {
            resources[hash] = resource;
        }
        Size += other.Size;
        Painting += other.Painting;
    }

    /// <summary>The strip and how its numbers are made.</summary>
    /// <param name="before">The strip of that id before an edit; it is kept when nothing in it changes.</param>
    internal WrittenStrip Finish(string id, string layer, Strip? before)
    {
        var strip =
            before is not null
            && before.Id == id
            && before.Size == Size
            && before.Ops.Length == ops.Count
            && before.Ops.Zip(ops).All(p => p.First.SameAs(p.Second))
                ? before
                : new Strip(id, layer, ops.ToImmutable(), Size, resources.ToImmutable());
        var standing = new float[Size];
        foreach (var (at, length, fill) in steady)
        {
            fill(0, standing.AsSpan(at, length));
        }
        return new(strip, standing, [.. changing]);
    }

    private void Register(int length, bool isSteady, Filler fill)
    {
        (isSteady ? steady : changing).Add((Size, length, fill));
        Size += length;
    }

    internal static string Number(double number) => number.ToString(CultureInfo.InvariantCulture);
}

/// <summary>Where effects write their steps.</summary>
public sealed class StepWriter
{
    internal List<(OpKind Kind, bool IsSteady, Filler Fill)> Steps { get; } = [];

    /// <summary>Adds a step.</summary>
    /// <param name="kind">One of <see cref="Ops.Steps"/>.</param>
    public void Add(OpKind kind, bool isSteady, Filler fill) => Steps.Add((kind, isSteady, fill));

    internal bool IsSteady => Steps.All(s => s.IsSteady);
}

/// <summary>A strip, its numbers that never change, and how the others are made.</summary>
internal sealed record WrittenStrip(Strip Strip, float[] Standing, (int At, int Length, Filler Fill)[] Changing);
