using Hang.Scene.PaintList;
using Hang.Scene.Registry;
using Hang.Scene.Values;

namespace Hang.Core.Effects;

/// <summary>Turned hues, stronger or weaker colours, and all lighter or darker (W3C Filter Effects, hue-rotate() and saturate()).</summary>
public sealed class HueSaturation : EffectKind
{
    public static readonly ValueSpec Hue = new("hue", "Hue", NumbersKind.Number, "°", new(0), "Degrees by which every hue is turned.") { Signs = ["∠"] };

    public static readonly ValueSpec Saturation = new("saturation", "Saturation", NumbersKind.Number, "×", new(1), "0 leaves greys, 1 all as it is.")
    {
        Least = 0,
        Most = 10,
        Factor = 100,
        Signs = ["S"],
    };

    public static readonly ValueSpec Lightness = new("lightness", "Lightness", NumbersKind.Number, "×", new(0), "Mixed with white above 0, with black below.")
    {
        Least = -1,
        Most = 1,
        Factor = 100,
        Signs = ["L"],
    };

    private HueSaturation()
        : base("hueSaturation", "Hue and saturation", "Turns hues, strengthens or weakens colours, lightens or darkens.", Hue, Saturation, Lightness) { }

    public override void Write(StepWriter writer, ValueSet values, EffectPlace place)
    {
        var (hue, saturation, lightness) = (values[Hue], values[Saturation], values[Lightness]);
        var at = Ops.Recolour.Matrix;
        // Each function's result lies within 0..1 before the next one takes it (Filter Effects, section 5).
        void Part(ValueSpec spec, double nothing, bool always, Func<double, double[]> matrix)
        {
            if (always || values[spec].IsKeyed || values[spec].Constant.X != nothing)
            {
                Add(writer, values, Ops.Recolour, [spec], (time, v) => ColourMatrix.Put(matrix(time), v[at.At..]));
            }
        }
        Part(Hue, 0, true, time => ColourMatrix.HueRotate(hue.NumberAt(time)));
        Part(Saturation, 1, false, time => ColourMatrix.Saturate(Math.Max(0, saturation.NumberAt(time))));
        Part(Lightness, 0, false, time => ColourMatrix.Lighten(Math.Clamp(lightness.NumberAt(time), -1, 1)));
    }
}
