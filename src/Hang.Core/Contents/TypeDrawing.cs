using System.Collections.Immutable;
using Hang.Scene.Colour;
using Hang.Scene.Geometry;
using Hang.Scene.Motion;
using Hang.Scene.PaintList;
using Hang.Scene.Registry;
using Hang.Scene.Typesetting;

namespace Hang.Core.Contents;

/// <summary>A drawing of words.</summary>
internal interface IWording
{
    /// <summary>Characters that no shipped font has.</summary>
    IEnumerable<string> Missing { get; }

    /// <summary>Where a caret stands before each UTF-16 unit of the words shown and at their end, in the layer's coordinates: x, top, bottom.</summary>
    IEnumerable<(double X, double Top, double Bottom)> CaretsAt(double time);
}

/// <summary>The words of a layer, or a piece of them: a stripe behind each line, the letters, and the line along their edges.</summary>
internal sealed class TypeDrawing : Drawing, IWording
{
    private readonly ValueSet values;
    private readonly TypeMetrics metrics;
    private readonly Channel text,
        colour;
    private readonly ImmutableDictionary<string, SetType> wordings;
    private readonly SetType? whole;
    private readonly Func<string, string> shown;
    private readonly double delay;
    private readonly Box steadyBox;
    private IReadOnlyList<Edge>? edges;

    /// <param name="wordings">The type of each wording; of a piece, of the one that it belongs to.</param>
    /// <param name="delay">Frames by which colours run late.</param>
    /// <param name="shown">A wording as it is set.</param>
    /// <param name="whole">Of a piece: all that it is a piece of.</param>
    public TypeDrawing(
        ValueSet values,
        TypeMetrics metrics,
        ImmutableDictionary<string, SetType> wordings,
        IReadOnlyList<Piece> pieces,
        double delay,
        Func<string, string> shown,
        SetType? whole = null
    )
    {
        (this.values, this.metrics, this.wordings, Pieces, this.delay, this.shown, this.whole) = (values, metrics, wordings, pieces, delay, shown, whole);
        (text, colour) = (values[TypeContent.Text], values[TypeContent.Colour]);
        HasSteadyBox = !text.IsKeyed && metrics.IsSteady;
        steadyBox = HasSteadyBox ? BoxOf(wordings.Values.First(), 0) : default;
    }

    public override IReadOnlyList<Piece> Pieces { get; }

    public override Drawing? AtRest => Pieces.Count == 0 || text.IsKeyed ? null : new TypeDrawing(values, metrics, wordings, [], 0, shown, whole);

    public override bool HasSteadyBox { get; }

    public override IReadOnlyList<Edge> Edges => edges ??= [.. wordings.Select(w => EdgeOf(w.Key, w.Value))];

    public IEnumerable<string> Missing => wordings.Values.SelectMany(w => w.Missing).Distinct();

    public override Box BoxAt(double time) =>
        HasSteadyBox ? steadyBox
        : wordings.TryGetValue(text.At(time).Text, out var type) ? BoxOf(type, time)
        : Box.Empty;

    public override void Write(StripWriter writer)
    {
        if (Pieces.Count > 0)
        {
            return;
        }
        foreach (var (wording, type) in wordings)
        {
            if (type.Glyphs.IsEmpty)
            {
                continue;
            }
            if (text.IsKeyed)
            {
                writer.Add(Ops.Place, [], [], 0, false, (time, v) => (v[0], v[3], v[6]) = (1, 1, text.At(time).Text == wording ? 1 : 0));
            }
            Stripes(writer, type);
            Letters(writer, type);
            Outlined(writer, type);
            if (text.IsKeyed)
            {
                writer.Close();
            }
        }
    }

    public IEnumerable<(double X, double Top, double Bottom)> CaretsAt(double time)
    {
        var wording = text.At(time).Text;
        var type = wordings[wording];
        var unit = Unit(type, time);
        return type.Carets(shown(wording), metrics.Tracking(time), metrics.Leading(time)).Select(c => (c.X * unit, c.Top * unit, c.Bottom * unit));
    }

    private void Stripes(StripWriter writer, SetType type)
    {
        var fill = values[TypeContent.Stripe];
        if (Ink.IsNothing(fill))
        {
            return;
        }
        var (room, corners) = (values[TypeContent.StripeRoom], values[TypeContent.StripeCorners]);
        var steady = metrics.IsSteady && !room.IsKeyed && !corners.IsKeyed;
        for (var line = 0; line < type.LineBoxes(0, 0).Count(); line++)
        {
            var row = line;
            Box BoxOfLine(double time)
            {
                var (unit, by) = (Unit(type, time), room.PointAt(time));
                var box = type.LineBoxes(metrics.Tracking(time), metrics.Leading(time)).ElementAt(row);
                return box.IsEmpty ? new(0, 0, 0, 0) : new(box.Left * unit - by.X, box.Top * unit - by.Y, box.Right * unit + by.X, box.Bottom * unit + by.Y);
            }
            writer.Fill(Shape.RoundedBox, steady, fill, BoxOfLine, (time, v) =>
            {
                var radius = Math.Max(0, corners.NumberAt(time));
                Shape.WriteRoundedBox(BoxOfLine(time), radius, radius, radius, radius, v);
            });
        }
    }

    private void Letters(StripWriter writer, SetType type)
    {
        (double, double, double) Metrics(double time) => (Unit(type, time), metrics.Tracking(time), metrics.Leading(time));
        var each =
            values[TypeContent.Over].Constant.X == 1 && (colour.IsKeyed ? colour.Keys.Any(k => k.Value.Held is Gradient) : colour.Constant.Held is Gradient);
        if (!each)
        {
            writer.Glyphs(type.Run, metrics.IsSteady, colour, delay, time => WholeOf(type).Box(metrics.Tracking(time), metrics.Leading(time)), Metrics);
            return;
        }
        foreach (var glyph in type.Glyphs)
        {
            var run = new GlyphRun([glyph]);
            writer.Glyphs(run, metrics.IsSteady, colour, delay, time => run.Bounds(metrics.Tracking(time), metrics.Leading(time)), Metrics);
        }
    }

    /// <summary>The line along the edges of the letters. Where spacing stands still they are one shape; where it moves, each is its own.</summary>
    private void Outlined(StripWriter writer, SetType type)
    {
        if (!TypeContent.Line.IsThere(values))
        {
            return;
        }
        var spread = metrics.HasSpreading;
        var parts = spread
            ? type.Glyphs.Select(g => (Outline: g.Outline, Glyph: (SetGlyph?)g))
            : [(type.OutlineAt(metrics.Tracking(0), metrics.Leading(0)), null)];
        foreach (var (outline, glyph) in parts)
        {
            writer.Add(Ops.Place, [], [], 0, metrics.IsSteady, (time, v) =>
            {
                var unit = (float)Unit(type, time);
                (v[0], v[3], v[6]) = (unit, unit, 1);
                if (glyph is not null)
                {
                    (v[4], v[5]) = ((float)(metrics.X(glyph, time) * unit), (float)(metrics.Y(glyph, time) * unit));
                }
            });
            Box Over(double time)
            {
                var box = WholeOf(type).Box(metrics.Tracking(time), metrics.Leading(time));
                var (x, y) = glyph is null ? (0, 0) : (metrics.X(glyph, time), metrics.Y(glyph, time));
                return new(box.Left - x, box.Top - y, box.Right - x, box.Bottom - y);
            }
            TypeContent.Line.Along(writer, values, Over, new("", metrics.IsSteady, (_, _) => { }) { Outline = outline }, time => Unit(type, time));
            writer.Close();
        }
    }

    /// <summary>All letters of a wording as one shape, in the layer's pixels.</summary>
    private Edge EdgeOf(string wording, SetType type)
    {
        var glyphs = type.Glyphs.Select(g => (Glyph: g, Path: ShapePath.Of(g.Outline))).ToArray();
        return new(string.Concat(glyphs.Select(g => g.Path.Verbs)), metrics.IsSteady, (time, v) =>
        {
            var (unit, at) = (Unit(type, time), 0);
            foreach (var (glyph, path) in glyphs)
            {
                var (x, y) = (metrics.X(glyph, time), metrics.Y(glyph, time));
                path.Map(new Matrix(unit, 0, 0, unit, x * unit, y * unit)).Numbers.CopyTo(v[at..]);
                at += path.Numbers.Length;
            }
        }) { Shows = text.IsKeyed ? time => text.At(time).Text == wording : null };
    }

    /// <summary>What the colours of a piece run over: all that it is a piece of.</summary>
    private SetType WholeOf(SetType type) => whole ?? type;

    private double Unit(SetType type, double time) => metrics.Unit(WholeOf(type), time);

    private Box BoxOf(SetType type, double time)
    {
        var unit = Unit(type, time);
        var box = type.Box(metrics.Tracking(time), metrics.Leading(time));
        return new(box.Left * unit, box.Top * unit, box.Right * unit, box.Bottom * unit);
    }
}
