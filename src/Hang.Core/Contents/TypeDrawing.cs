using System.Collections.Immutable;
using Hang.Core.Colour;
using Hang.Core.Geometry;
using Hang.Core.Motion;
using Hang.Core.PaintList;
using Hang.Core.Typesetting;
using Hang.Core.Values;

namespace Hang.Core.Contents;

/// <summary>The words of a layer, or a piece of them: a stripe behind each line, the letters, and the line along their edges.</summary>
internal sealed class TypeDrawing : Drawing
{
    private readonly ValueSet values;
    private readonly Channel text, typeSize, tracking, leading, colour;
    private readonly ImmutableDictionary<string, SetType> wordings;
    private readonly SetType? whole;
    private readonly Func<string, string> shown;
    private readonly double delay;
    private readonly Box steadyBox;
    private readonly LineFit fit;
    private readonly double fitWidth;

    /// <param name="wordings">The type of each wording; of a piece, of the one that it belongs to.</param>
    /// <param name="delay">Frames by which colours run late.</param>
    /// <param name="shown">A wording as it is set.</param>
    /// <param name="whole">Of a piece: all that it is a piece of.</param>
    public TypeDrawing(ValueSet values, ImmutableDictionary<string, SetType> wordings, IReadOnlyList<Piece> pieces, double delay, Func<string, string> shown, SetType? whole = null)
    {
        (this.values, this.wordings, Pieces, this.delay, this.shown, this.whole) = (values, wordings, pieces, delay, shown, whole);
        (text, typeSize, tracking, leading) = (values[TypeContent.Text], values[TypeContent.TypeSize], values[TypeContent.Tracking], values[TypeContent.Leading]);
        colour = values[TypeContent.Colour];
        (fit, fitWidth) = (TypeContent.FitOf(values), values[TypeContent.FitWidth].Constant.X);
        HasSteadyBox = !text.IsKeyed && HasSteadyMetrics;
        steadyBox = HasSteadyBox ? BoxOf(wordings.Values.First(), 0) : default;
    }

    public override IReadOnlyList<Piece> Pieces { get; }

    public override bool HasSteadyBox { get; }

    /// <summary>Characters that no shipped font has.</summary>
    public IEnumerable<string> Missing => wordings.Values.SelectMany(w => w.Missing).Distinct();

    private bool HasSteadyMetrics => !typeSize.IsKeyed && !tracking.IsKeyed && !leading.IsKeyed;

    public override Box BoxAt(double time) => HasSteadyBox ? steadyBox : wordings.TryGetValue(text.At(time).Text, out var type) ? BoxOf(type, time) : Box.Empty;

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
            Edges(writer, type);
            if (text.IsKeyed)
            {
                writer.Close();
            }
        }
    }

    /// <summary>Where a caret stands before each UTF-16 unit of the words shown and at their end, in the layer's coordinates: x, top, bottom.</summary>
    public IEnumerable<(double X, double Top, double Bottom)> CaretsAt(double time)
    {
        var wording = text.At(time).Text;
        var type = wordings[wording];
        var unit = Unit(type, time);
        return type.Carets(shown(wording), tracking.NumberAt(time), leading.NumberAt(time) * 1000).Select(c => (c.X * unit, c.Top * unit, c.Bottom * unit));
    }

    private void Stripes(StripWriter writer, SetType type)
    {
        var fill = values[TypeContent.Stripe];
        if (Ink.IsNothing(fill))
        {
            return;
        }
        var (room, corners) = (values[TypeContent.StripeRoom], values[TypeContent.StripeCorners]);
        var steady = HasSteadyMetrics && !room.IsKeyed && !corners.IsKeyed;
        for (var line = 0; line < type.LineBoxes(0, 0).Count(); line++)
        {
            var row = line;
            Box BoxOfLine(double time)
            {
                var (unit, by) = (Unit(type, time), room.PointAt(time));
                var box = type.LineBoxes(tracking.NumberAt(time), leading.NumberAt(time) * 1000).ElementAt(row);
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
        (double, double, double) Metrics(double time) => (Unit(type, time), tracking.NumberAt(time), leading.NumberAt(time) * 1000);
        var each = values[TypeContent.Over].Constant.X == 1 && (colour.IsKeyed ? colour.Keys.Any(k => k.Value.Held is Gradient) : colour.Constant.Held is Gradient);
        if (!each)
        {
            writer.Glyphs(type.Run, HasSteadyMetrics, colour, delay, time => WholeOf(type).Box(tracking.NumberAt(time), leading.NumberAt(time) * 1000), Metrics);
            return;
        }
        foreach (var glyph in type.Glyphs)
        {
            var run = new GlyphRun([glyph]);
            writer.Glyphs(run, HasSteadyMetrics, colour, delay, time => run.Bounds(tracking.NumberAt(time), leading.NumberAt(time) * 1000), Metrics);
        }
    }

    /// <summary>The line along the edges of the letters. Where spacing stands still they are one shape; where it moves, each is its own.</summary>
    private void Edges(StripWriter writer, SetType type)
    {
        if (!Stroke.IsThere(values, TypeContent.Line))
        {
            return;
        }
        var spread = tracking.IsKeyed || leading.IsKeyed;
        var parts = spread ? type.Glyphs.Select(g => (Outline: g.Outline, Glyph: (SetGlyph?)g)) : [(type.OutlineAt(tracking.Constant.X, leading.Constant.X * 1000), null)];
        foreach (var (outline, glyph) in parts)
        {
            writer.Add(Ops.Place, [], [], 0, HasSteadyMetrics, (time, v) =>
            {
                var unit = (float)Unit(type, time);
                (v[0], v[3], v[6]) = (unit, unit, 1);
                if (glyph is not null)
                {
                    (v[4], v[5]) = ((float)((glyph.X + glyph.Spread * tracking.NumberAt(time)) * unit), (float)((glyph.Y + glyph.Row * leading.NumberAt(time) * 1000) * unit));
                }
            });
            Box Over(double time)
            {
                var box = WholeOf(type).Box(tracking.NumberAt(time), leading.NumberAt(time) * 1000);
                var (x, y) = glyph is null ? (0, 0) : (glyph.X + glyph.Spread * tracking.NumberAt(time), glyph.Y + glyph.Row * leading.NumberAt(time) * 1000);
                return new(box.Left - x, box.Top - y, box.Right - x, box.Bottom - y);
            }
            Stroke.Line(writer, values, TypeContent.Line, HasSteadyMetrics, Over, new("", "nonzero", outline, (_, _) => { }), time => Unit(type, time));
            writer.Close();
        }
    }

    /// <summary>What the colours of a piece run over: all that it is a piece of.</summary>
    private SetType WholeOf(SetType type) => whole ?? type;

    /// <summary>Pixels of a thousandth of an em, with what the fit makes of it.</summary>
    private double Unit(SetType type, double time)
    {
        var unit = Math.Max(0, typeSize.NumberAt(time)) / 1000;
        if (fit == LineFit.None)
        {
            return unit;
        }
        var width = WholeOf(type).WidthAt(tracking.NumberAt(time)) * unit;
        return width <= 0 || (fit != LineFit.Stretch && width <= fitWidth) ? unit : unit * fitWidth / width;
    }

    private Box BoxOf(SetType type, double time)
    {
        var unit = Unit(type, time);
        var box = type.Box(tracking.NumberAt(time), leading.NumberAt(time) * 1000);
        return new(box.Left * unit, box.Top * unit, box.Right * unit, box.Bottom * unit);
    }
}
