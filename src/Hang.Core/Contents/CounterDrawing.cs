using System.Collections.Immutable;
using Hang.Scene.Geometry;
using Hang.Scene.Motion;
using Hang.Scene.PaintList;
using Hang.Scene.Registry;
using Hang.Scene.Typesetting;

namespace Hang.Core.Contents;

/// <summary>The numbers of a counter, each shown in its time, and what empties behind them.</summary>
internal sealed class CounterDrawing : Drawing, IWording
{
    // Of the type's size: where the middle of numerals lies above the baseline, how far a number travels, and where a bar lies below it.
    private const double Middle = 0.36,
        Travel = 0.7,
        Below = 0.35,
        Small = 0.6,
        Large = 1.4;
    private readonly ValueSet values;
    private readonly Count count;
    private readonly ImmutableArray<Drawing> drawings;
    private readonly int[] drawingOf;
    private readonly Channel size,
        gaugeSize,
        gaugeWidth;
    private readonly double change;
    private readonly int manner,
        gauge;

    public CounterDrawing(ValueSet values, Count count, Showing showing, ITypeShaper shaper)
    {
        (this.values, this.count) = (values, count);
        var known = new Dictionary<string, int>(StringComparer.Ordinal);
        var made = ImmutableArray.CreateBuilder<Drawing>();
        drawingOf = new int[count.Steps.Length];
        for (var i = 0; i < drawingOf.Length; i++)
        {
            var words = count.Steps[i].Words;
            if (!known.TryGetValue(words, out drawingOf[i]))
            {
                known[words] = drawingOf[i] = made.Count;
                made.Add(Counter.Look.Draw(values, words, shaper));
            }
        }
        drawings = made.ToImmutable();
        (size, gaugeSize, gaugeWidth) = (values[Counter.Look.Size], values[Counter.GaugeSize], values[Counter.GaugeWidth]);
        (manner, gauge) = ((int)values[Counter.Change].Constant.X, (int)values[Counter.Gauge].Constant.X);
        change = manner == 0 ? 0 : values[Counter.ChangeTime].Constant.X * showing.Rate.PerSecond;
    }

    public IEnumerable<string> Missing => drawings.OfType<IWording>().SelectMany(d => d.Missing).Distinct();

    public override bool HasSteadyBox => drawings.Length == 1 && drawings[0].HasSteadyBox && gauge == 0;

    public override Box BoxAt(double time)
    {
        var words = drawings[drawingOf[count.At(time)]].BoxAt(time);
        return gauge == 0 ? words : words.Union(GaugeBox(time));
    }

    public IEnumerable<(double X, double Top, double Bottom)> CaretsAt(double time) => [];

    public override void Write(StripWriter writer)
    {
        WriteGauge(writer);
        for (var i = 0; i < drawings.Length; i++)
        {
            var (own, drawing) = (i, drawings[i]);
            writer.Add(Ops.Place, [], [], 0, drawings.Length == 1, (time, v) => Put(own, drawing, time, v));
            drawing.Write(writer);
            writer.Close();
        }
    }

    /// <summary>Where a wording is, and how far it shows: whole in its step, on its way while it comes, and while it goes.</summary>
    private void Put(int own, Drawing drawing, double time, Span<float> v)
    {
        var step = count.At(time);
        var since = time - count.Steps[step].At;
        // Feels of arrivals end gently: 1 - (1 - t)^3.
        var done = change <= 0 || double.IsInfinity(since) ? 1 : 1 - Math.Pow(1 - Math.Clamp(since / change, 0, 1), 3);
        var (comes, goes) = (drawingOf[step] == own, step > 0 && done < 1 && drawingOf[step - 1] == own);
        var opacity =
            comes ? done
            : goes ? 1 - done
            : 0;
        var far = (comes ? 1 - done : -done) * Travel * size.NumberAt(time);
        var scale = manner == 4 && opacity > 0 ? (comes ? Small + (1 - Small) * done : 1 + (Large - 1) * done) : 1;
        var box = scale == 1 ? default : drawing.BoxAt(time);
        var (x, y) = ((box.Left + box.Right) / 2 * (1 - scale), (box.Top + box.Bottom) / 2 * (1 - scale));
        v[0] = v[3] = (float)scale;
        v[1] = v[2] = 0;
        v[4] = (float)x;
        v[5] = (float)(
            y
            + (
                manner == 2 ? far
                : manner == 3 ? -far
                : 0
            )
        );
        v[6] = (float)opacity;
    }

    private Box GaugeBox(double time)
    {
        var (long1, wide, em) = (gaugeSize.NumberAt(time), gaugeWidth.NumberAt(time), size.NumberAt(time));
        return gauge == 1
            ? new(-long1 / 2, -Middle * em - long1 / 2, long1 / 2, -Middle * em + long1 / 2)
            : new(-long1 / 2, Below * em, long1 / 2, Below * em + wide);
    }

    private void WriteGauge(StripWriter writer)
    {
        if (gauge == 0)
        {
            return;
        }
        foreach (var (fill, isWhole) in new[] { (values[Counter.GaugeGround], true), (values[Counter.GaugeFill], false) })
        {
            if (Ink.IsNothing(fill))
            {
                continue;
            }
            var still = isWhole && !gaugeSize.IsKeyed && !gaugeWidth.IsKeyed && !size.IsKeyed;
            double Share(double time) => isWhole ? 1 : count.Left(time);
            if (gauge == 1)
            {
                writer.Fill(Ring.Verbs, still, fill, GaugeBox, (time, v) =>
                {
                    var box = GaugeBox(time);
                    Ring.Write(box, Math.Clamp(1 - 2 * gaugeWidth.NumberAt(time) / box.Width, 0, 1), 0, 360 * Share(time), v);
                });
                continue;
            }
            writer.Fill(Shape.RoundedBox, still, fill, GaugeBox, (time, v) =>
            {
                var box = GaugeBox(time);
                var radius = Math.Min(box.Height, box.Width * Share(time)) / 2;
                Shape.WriteRoundedBox(new(box.Left, box.Top, box.Left + box.Width * Share(time), box.Bottom), radius, radius, radius, radius, v);
            });
        }
    }
}
