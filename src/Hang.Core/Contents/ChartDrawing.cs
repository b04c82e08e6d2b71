using System.Collections.Immutable;
using Hang.Core.Charts;
using Hang.Scene.Geometry;
using Hang.Scene.Motion;
using Hang.Scene.Numbers;
using Hang.Scene.PaintList;
using Hang.Scene.Registry;
using Hang.Scene.Typesetting;
using Hang.Scene.Values;

namespace Hang.Core.Contents;

/// <summary>The items of a chart, each as far as it has grown, with its label and its number.</summary>
internal sealed class ChartDrawing : Drawing, IWording
{
    // Of the type's size: from a drawing to its words, from line to line, and how far numerals lie below their middle.
    private const double Beside = 0.5,
        Line = 1.25,
        Drop = 0.36;
    private const string Quad = "MLLLZ";
    private readonly ValueSet values;
    private readonly ImmutableArray<ChartItem> items;
    private readonly ITypeShaper shaper;
    private readonly double width,
        height,
        em,
        lag,
        greatest;
    private readonly int shape;
    private readonly Channel grown;
    private readonly List<Drawing> words = [];

    public ChartDrawing(ValueSet values, ImmutableArray<ChartItem> items, ITypeShaper shaper)
    {
        (this.values, this.items, this.shaper) = (values, items, shaper);
        var size = values[Chart.Size].Constant;
        (width, height) = (Math.Max(1, size.X), Math.Max(1, size.Y));
        var type = values[Chart.Look.Size];
        em = type.IsKeyed ? type.Keys.Max(k => k.Value.X) : type.Constant.X;
        (lag, shape, grown) = (values[Chart.Lag].Constant.X, (int)values[Chart.Shape].Constant.X, values[Chart.Grown]);
        greatest = values[Chart.Greatest].Constant.X is > 0 and var given ? given : Math.Max(1e-9, items.Select(i => i.Value).DefaultIfEmpty().Max());
    }

    public override bool HasSteadyBox => true;

    public IEnumerable<string> Missing => words.OfType<IWording>().SelectMany(w => w.Missing).Distinct();

    public override Box BoxAt(double time) => new(0, 0, width, height);

    public IEnumerable<(double X, double Top, double Bottom)> CaretsAt(double time) => [];

    public override void Write(StripWriter writer)
    {
        words.Clear();
        Action<StripWriter> write = shape switch
        {
            0 => Bars,
            1 => Columns,
            4 => Polyline,
            _ => Wedges,
        };
        write(writer);
    }

    /// <summary>How far an item has grown: each begins a part of the way of the one before it later, and all have when the whole has.</summary>
    internal static double ShareOf(double grown, int index, int count, double lag) => Math.Clamp(grown * (1 + lag * (count - 1)) - lag * index, 0, 1);

    private double Share(int index, double time) => ShareOf(Math.Clamp(grown.NumberAt(time), 0, 1), index, items.Length, lag);

    private double Part(int index) => Math.Clamp(items[index].Value / greatest, 0, 1);

    private Channel FillOf(int index) => values[Chart.Fills[index % Chart.Fills.Length]];

    private void Rounded(StripWriter writer, int index, Func<double, Box> box) => writer.Fill(Shape.RoundedBox, !grown.IsKeyed, FillOf(index), box, (time, v) =>
        {
            var at = box(time);
            var radius = Math.Min(values[Chart.Corners].Constant.X, Math.Min(at.Width, at.Height) / 2);
            Shape.WriteRoundedBox(at, radius, radius, radius, radius, v);
        });

    private void Bars(StripWriter writer)
    {
        var slot = height / Math.Max(1, items.Length);
        var thick = slot * (1 - values[Chart.Room].Constant.X);
        var size = Math.Min(em, slot * 0.9);
        for (var i = 0; i < items.Length; i++)
        {
            var (index, top) = (i, i * slot + (slot - thick) / 2);
            Rounded(writer, i, time => new(0, top, width * Part(index) * Share(index, time), top + thick));
            var middle = top + thick / 2 + size * Drop;
            Label(writer, items[i].Label, 2, size, double.PositiveInfinity, -size * Beside, middle, i);
            Number(writer, i, 0, size, double.PositiveInfinity, time => (width * Part(index) * Share(index, time) + size * Beside, middle));
        }
    }

    private void Columns(StripWriter writer)
    {
        var slot = width / Math.Max(1, items.Length);
        var thick = slot * (1 - values[Chart.Room].Constant.X);
        for (var i = 0; i < items.Length; i++)
        {
            var (index, left) = (i, i * slot + (slot - thick) / 2);
            Rounded(writer, i, time => new(left, height * (1 - Part(index) * Share(index, time)), left + thick, height));
            Label(writer, items[i].Label, 1, em, slot * 0.94, left + thick / 2, height + em * Line, i);
            Number(writer, i, 1, em, slot * 0.94, time => (left + thick / 2, height * (1 - Part(index) * Share(index, time)) - em * 0.4));
        }
    }

    private void Wedges(StripWriter writer)
    {
        var wedges = ChartData.Wedges(items);
        var side = Math.Min(width, height);
        Box box = new((width - side) / 2, (height - side) / 2, (width + side) / 2, (height + side) / 2);
        var hole = shape == 3 ? values[Chart.Hole].Constant.X : 0;
        for (var i = 0; i < items.Length; i++)
        {
            var index = i;
            // Those that have grown lie before those that still grow: each begins where the others end by now.
            writer.Fill(
                Ring.Verbs,
                !grown.IsKeyed,
                FillOf(i),
                _ => box,
                (time, v) => Ring.Write(box, hole, wedges[index].Begin, wedges[index].Sweep * Share(index, time), v)
            );
        }
        // Words beside the circle, on the side of their wedge; those that would touch move apart.
        foreach (var right in new[] { true, false })
        {
            var there = Enumerable
                .Range(0, items.Length)
                .Where(i => wedges[i].Sweep > 0 && (wedges[i].Begin + wedges[i].Sweep / 2 is <= 180) == right)
                .Select(i => (Index: i, Angle: (wedges[i].Begin + wedges[i].Sweep / 2) * Math.PI / 180))
                .Select(w => (w.Index, w.Angle, Y: height / 2 - Math.Cos(w.Angle) * side / 2))
                .OrderBy(w => w.Y)
                .ToArray();
            var two = values[Chart.Labels].Constant.X != 0 && values[Chart.Figures].Constant.X != 0;
            var places = ChartData.Apart([.. there.Select(w => w.Y)], em * Line * (two ? 2 : 1));
            for (var n = 0; n < there.Length; n++)
            {
                // Beside the circle where it is widest along the height of the words.
                var off = Math.Max(0, Math.Abs(places[n] - height / 2) - em * Line * (two ? 1 : 0.5));
                var x = width / 2 + (right ? 1 : -1) * (Math.Sqrt(Math.Max(0, side * side / 4 - off * off)) + em * Beside);
                var y = places[n] + em * Drop;
                Label(writer, items[there[n].Index].Label, right ? 0 : 2, em, double.PositiveInfinity, x, two ? y - em * Line / 2 : y, there[n].Index);
                Number(writer, there[n].Index, right ? 0 : 2, em, double.PositiveInfinity, _ => (x, two ? y + em * Line / 2 : y));
            }
        }
    }

    /// <summary>Points from left to right; the line is drawn from one to the next.</summary>
    private void Polyline(StripWriter writer)
    {
        var step = items.Length > 1 ? width / (items.Length - 1) : 0;
        var half = values[Chart.LineWidth].Constant.X / 2;
        Point At(int i) => new(i * step, height * (1 - Part(i)));
        for (var i = 1; i < items.Length; i++)
        {
            var (index, from, to) = (i, At(i - 1), At(i));
            writer.Fill(Quad, !grown.IsKeyed, FillOf(0), _ => BoxAt(0), (time, v) => Stretch(from, to, Share(index, time), half, v));
        }
        for (var i = 0; i < items.Length; i++)
        {
            var (index, at) = (i, At(i));
            writer.Fill(
                Ring.Verbs,
                !grown.IsKeyed,
                FillOf(0),
                _ => BoxAt(0),
                (time, v) =>
                {
                    var radius = Share(index, time) >= 1 || index == 0 ? half * 1.8 * Math.Min(1, Share(index, time) * 4) : 0;
                    Ring.Write(new(at.X - radius, at.Y - radius, at.X + radius, at.Y + radius), 0, 0, 360, v);
                }
            );
            Label(writer, items[i].Label, 1, em, Math.Max(em, step * 0.94), at.X, height + em * Line, i);
            Number(writer, i, 1, em, Math.Max(em, step * 0.94), _ => (at.X, at.Y - half * 2 - em * 0.4));
        }
    }

    /// <summary>A part of a straight line as a box along it.</summary>
    private static void Stretch(Point from, Point to, double share, double half, Span<float> v)
    {
        var (x, y) = (to.X - from.X, to.Y - from.Y);
        var length = Math.Max(1e-9, Math.Sqrt(x * x + y * y));
        var (dx, dy) = (-y / length * half, x / length * half);
        var (ex, ey) = (from.X + x * share, from.Y + y * share);
        if (share <= 0)
        {
            (dx, dy) = (0, 0);
        }
        (v[0], v[1], v[2], v[3]) = ((float)(from.X + dx), (float)(from.Y + dy), (float)(ex + dx), (float)(ey + dy));
        (v[4], v[5], v[6], v[7]) = ((float)(ex - dx), (float)(ey - dy), (float)(from.X - dx), (float)(from.Y - dy));
    }

    private void Label(StripWriter writer, string label, int align, double size, double room, double x, double y, int index)
    {
        if (values[Chart.Labels].Constant.X != 0 && label.Length > 0)
        {
            Put(writer, label, align, size, room, time => (x, y), time => Math.Min(1, Share(index, time) * 3));
        }
    }

    /// <summary>The number as it counts with its item: a wording for each that is ever shown.</summary>
    private void Number(StripWriter writer, int index, int align, double size, double room, Func<double, (double X, double Y)> place)
    {
        if (values[Chart.Figures].Constant.X == 0)
        {
            return;
        }
        var format = new NumberFormat(
            NumberForm.Thousands,
            NumberStyle.All[(int)values[Chart.Language].Constant.X],
            (int)values[Chart.Decimals].Constant.X,
            1,
            "",
            "",
            values[Chart.After].Constant.Text
        );
        string At(double time) => format.Write(items[index].Value * Share(index, time));
        // Between keyframes it is read at each frame, since no more is ever seen of it.
        var frames = grown.IsKeyed ? Enumerable.Range(grown.Keys[0].At, grown.Keys[^1].At - grown.Keys[0].At + 1) : [0];
        foreach (var wording in frames.Select(f => At(f)).Distinct().ToArray())
        {
            Put(writer, wording, align, size, room, place, time => Share(index, time) <= 0 ? 0
                : At(Math.Round(time)) == wording ? Math.Min(1, Share(index, time) * 3)
                : 0);
        }
    }

    private void Put(
        StripWriter writer,
        string text,
        int align,
        double size,
        double room,
        Func<double, (double X, double Y)> place,
        Func<double, double> opacity
    )
    {
        var type = Chart.Look.Saying(values, text).With(TypeContent.Align, new Value(align)).With(TypeContent.TypeSize, new Value(size));
        if (double.IsFinite(room))
        {
            type = type.With(TypeContent.Fit, new Value((int)LineFit.Shrink)).With(TypeContent.FitWidth, new Value(Math.Clamp(room, 1, 20_000)));
        }
        var drawing = Modules<ContentKind>.Of<TypeContent>().Draw(type, DrawContext.Alone(shaper));
        words.Add(drawing);
        writer.Add(Ops.Place, [], [], 0, !grown.IsKeyed, (time, v) =>
        {
            var (x, y) = place(time);
            (v[0], v[1], v[2], v[3], v[4], v[5], v[6]) = (1, 0, 0, 1, (float)x, (float)y, (float)opacity(time));
        });
        drawing.Write(writer);
        writer.Close();
    }
}
