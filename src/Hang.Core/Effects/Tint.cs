using Hang.Scene.PaintList;
using Hang.Scene.Registry;
using Hang.Scene.Values;

namespace Hang.Core.Effects;

/// <summary>All colours become shades of one, from black to it, by their luminance.</summary>
public sealed class Tint : EffectKind
{
    public static readonly ValueSpec Colour = new("fill", "Colour", ColourKind.Colour, "", new(1, 191 / 255.0, 51 / 255.0, 1), "What white becomes.");

    public static readonly ValueSpec Amount = new("amount", "Amount", NumbersKind.Number, "×", new(1), "How much of it is mixed in.")
    {
        Least = 0,
        Most = 1,
        Factor = 100,
        Signs = ["≈"],
    };

    private Tint()
        : base("tint", "Tint", "Makes all colours shades of one.", Colour, Amount) { }

    public override void Write(StepWriter writer, ValueSet values, EffectPlace place)
    {
        var (colour, amount) = (values[Colour], values[Amount]);
        var at = Ops.Recolour.Matrix;
        Add(writer, values, Ops.Recolour, [Colour, Amount], (time, v) =>
        {
            var c = colour.At(time);
            ColourMatrix.Put(
                ColourMatrix.Tint(
                    new(Math.Clamp(c.X, 0, 1), Math.Clamp(c.Y, 0, 1), Math.Clamp(c.Z, 0, 1)),
                    Math.Clamp(amount.NumberAt(time), 0, 1) * Math.Clamp(c.W, 0, 1)
                ),
                v[at.At..]
            );
        });
    }
}
