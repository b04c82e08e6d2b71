using Hang.Scene.PaintList;
using Hang.Scene.Registry;
using Hang.Scene.Values;

namespace Hang.Core.Effects;

/// <summary>Brighter or darker, harder or softer (W3C Filter Effects, brightness() and contrast()).</summary>
public sealed class BrightnessContrast : EffectKind
{
    public static readonly ValueSpec Brightness = new(
        "brightness",
        "Brightness",
        NumbersKind.Number,
        "×",
        new(1),
        "What red, green and blue are multiplied by."
    )
    {
        Least = 0,
        Most = 10,
        Factor = 100,
        Signs = ["B"],
    };

    public static readonly ValueSpec Contrast = new("contrast", "Contrast", NumbersKind.Number, "×", new(1), "How far colours are spread about mid grey.")
    {
        Least = 0,
        Most = 10,
        Factor = 100,
        Signs = ["C"],
    };

    private BrightnessContrast()
        : base("brightness", "Brightness and contrast", "Brightens or darkens, spreads or gathers the tones.", Brightness, Contrast) { }

    public override void Write(StepWriter writer, ValueSet values, EffectPlace place)
    {
        var (brightness, contrast) = (values[Brightness], values[Contrast]);
        var at = Ops.Recolour.Matrix;
        // Each function's result lies within 0..1 before the next one takes it (Filter Effects, section 5): two steps and not one matrix.
        Add(writer, values, Ops.Recolour, [Brightness], (time, v) =>
            ColourMatrix.Put(ColourMatrix.Linear(Math.Max(0, brightness.NumberAt(time)), 0), v[at.At..])
        );
        if (contrast.IsKeyed || contrast.Constant.X != 1)
        {
            Add(writer, values, Ops.Recolour, [Contrast], (time, v) =>
            {
                var c = Math.Max(0, contrast.NumberAt(time));
                // Filter Effects, section 13.6: contrast has the slope c and the intercept -0.5 c + 0.5.
                ColourMatrix.Put(ColourMatrix.Linear(c, 0.5 - 0.5 * c), v[at.At..]);
            });
        }
    }
}
