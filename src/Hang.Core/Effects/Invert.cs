using Hang.Scene.PaintList;
using Hang.Scene.Registry;
using Hang.Scene.Values;

namespace Hang.Core.Effects;

/// <summary>Light for dark, each colour for its opposite (W3C Filter Effects, invert()).</summary>
public sealed class Invert : EffectKind
{
    public static readonly ValueSpec Amount = new("amount", "Amount", NumbersKind.Number, "×", new(1), "1 turns all round, half is mid grey.")
    {
        Least = 0,
        Most = 1,
        Factor = 100,
        Signs = ["≈"],
    };

    private Invert()
        : base("invert", "Invert", "Turns light and dark round.", Amount) { }

    public override void Write(StepWriter writer, ValueSet values, EffectPlace place)
    {
        var amount = values[Amount];
        var at = Ops.Recolour.Matrix;
        Add(writer, values, Ops.Recolour, [Amount], (time, v) =>
        {
            // Section 13.9: a table of the amount and 1 less the amount.
            var a = Math.Clamp(amount.NumberAt(time), 0, 1);
            ColourMatrix.Put(ColourMatrix.Linear(1 - 2 * a, a), v[at.At..]);
        });
    }
}
