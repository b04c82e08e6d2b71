using Hang.Scene.Geometry;
using Hang.Scene.PaintList;
using Hang.Scene.Registry;
using Hang.Scene.Time;
using Hang.Scene.Values;

namespace Hang.Core.Effects;

/// <summary>A band of light that runs across a layer or group, once or again and again.</summary>
public sealed class Gleam : EffectKind
{
    public static readonly ValueSpec Begins = new(
        "begins",
        "Begins",
        NumbersKind.Number,
        "s",
        new(0.6),
        "When the band begins to run, in seconds from the first frame."
    )
    {
        Keyable = false,
        Least = 0,
        Most = 36_000,
        Step = 0.1,
        Signs = ["⊢"],
    };

    public static readonly ValueSpec Lasts = new("lasts", "Lasts", NumbersKind.Number, "s", new(0.8), "How long it takes to run across, in seconds.")
    {
        Keyable = false,
        Least = 0.01,
        Most = 36_000,
        Step = 0.1,
        Signs = ["↔"],
    };

    public static readonly ValueSpec Every = new("every", "Again after", NumbersKind.Number, "s", new(0), "After how many seconds it runs again; 0: once.")
    {
        Keyable = false,
        Least = 0,
        Most = 36_000,
        Step = 0.5,
        Signs = ["↻"],
    };

    public static readonly ValueSpec Angle = new("angle", "Angle", NumbersKind.Number, "°", new(20), "How the band leans: degrees clockwise from upright.")
    {
        Least = -360,
        Most = 360,
        Signs = ["∠"],
    };

    public static readonly ValueSpec Width = new("width", "Width", NumbersKind.Number, "px", new(90), "Width of the band.")
    {
        Least = 1,
        Most = 10_000,
        Signs = ["W"],
    };

    public static readonly ValueSpec Softness = new("softness", "Softness", NumbersKind.Number, "", new(0.8), "How much of the width its soft edges take.")
    {
        Least = 0,
        Most = 1,
        Factor = 100,
        Signs = ["σ"],
    };

    public static readonly ValueSpec Light = new("fill", "Light", ColourKind.Colour, "", new(1, 1, 1, 179 / 255.0), "Its colour; alpha is its strength.");

    private const int Digits = 9;

    private Gleam()
        : base("gleam", "Gleam", "A band of light runs across.", Begins, Lasts, Every, Angle, Width, Softness, Light) { }

    public override bool PaintsOnto => true;

    public override void Write(StepWriter writer, ValueSet values, EffectPlace place) { }

    public override void PaintOnto(StripWriter writer, ValueSet values, Func<double, Box> box, FrameRate rate)
    {
        var (on, angle, width, softness, light) = (values[Switch], values[Angle], values[Width], values[Softness], values[Light]);
        var (begins, lasts, every) = (values[Begins].Constant.X, values[Lasts].Constant.X, values[Every].Constant.X);
        var opacity = Ops.Group.Opacity;
        writer.OpenGroup("onto", new StepWriter(), false, (time, v) =>
            (v[0], v[opacity]) = (1, on.NumberAt(time) != 0 && ShareAt(time / rate.PerSecond, begins, lasts, every) is > 0 and < 1 ? 1 : 0)
        );
        const int Stops = 4;
        var fill = Ops.Fill;
        writer.Add(fill, [], [Shape.Box, "nonzero", "linear", "4"], 5 * Stops + Shape.Count(Shape.Box), false, (time, v) =>
        {
            var b = box(time);
            var (sin, cos) = Math.SinCos(angle.NumberAt(time) * Math.PI / 180);
            var half = Math.Max(0.5, width.NumberAt(time) / 2);
            // Across the band, the box reaches so far to either side of its middle; the band runs from beyond one end to beyond the other.
            var reach = (Math.Abs(b.Width * cos) + Math.Abs(b.Height * sin)) / 2 + half;
            var at = (2 * Math.Clamp(ShareAt(time / rate.PerSecond, begins, lasts, every), 0, 1) - 1) * reach;
            var (x, y) = ((b.Left + b.Right) / 2 + at * cos, (b.Top + b.Bottom) / 2 + at * sin);
            var axis = v[fill.Axis.At..];
            (axis[0], axis[1], axis[2], axis[3]) = ((float)(x - half * cos), (float)(y - half * sin), (float)(x + half * cos), (float)(y + half * sin));
            var local = v[fill.Local.At..];
            (local[0], local[3]) = (1, 1);
            var colour = light.At(time);
            var soft = (float)Math.Clamp(softness.NumberAt(time), 0, 1) / 2;
            var more = v[fill.More.At..];
            Put(more, 0, 0, colour, false);
            Put(more, 1, soft, colour, true);
            Put(more, 2, 1 - soft, colour, true);
            Put(more, 3, 1, colour, false);
            // What stands out of the box is lit, too.
            Shape.WriteBox(new(b.Left - reach, b.Top - reach, b.Right + reach, b.Bottom + reach), more[(5 * Stops)..]);
        });
        writer.Close();
    }

    /// <summary>How far the band has run, 0..1; below 0 before it begins, 1 and more once it is across.</summary>
    /// <param name="seconds">From the first frame.</param>
    public static double ShareAt(double seconds, double begins, double lasts, double every)
    {
        // Rounded, so that a band that ends or comes again just with a frame does so in that frame.
        var since = Math.Round(seconds - begins, Digits);
        if (every > 0 && since >= 0)
        {
            since = Math.Round(since % Math.Max(every, lasts), Digits);
            since = since >= Math.Max(every, lasts) ? 0 : since;
        }
        return since / lasts;
    }

    private static void Put(Span<float> more, int stop, float at, in Value colour, bool isLit)
    {
        more[5 * stop] = at;
        Colours.Put(colour, more[(5 * stop + 1)..]);
        if (!isLit)
        {
            more[5 * stop + 4] = 0;
        }
    }
}
