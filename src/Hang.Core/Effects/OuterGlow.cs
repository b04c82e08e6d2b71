using Hang.Scene.PaintList;
using Hang.Scene.Registry;
using Hang.Scene.Values;

namespace Hang.Core.Effects;

/// <summary>Light around the edges, behind the picture.</summary>
public sealed class OuterGlow : EffectKind
{
    public static readonly ValueSpec Softness = new("softness", "Softness", NumbersKind.Number, "px", new(10), "Standard deviation of its blur.")
    {
        Least = 0,
        Most = 500,
        Signs = ["σ"],
    };

    public static readonly ValueSpec Colour = new("fill", "Colour", ColourKind.Colour, "", new(1, 230 / 255.0, 153 / 255.0, 1), "Colour, straight alpha.");

    private OuterGlow()
        : base("outerGlow", "Outer glow", "Light around the edges.", Softness, Colour) { }

    public override void Write(StepWriter writer, ValueSet values, EffectPlace place)
    {
        var (softness, colour) = (values[Softness], values[Colour]);
        Add(writer, values, Ops.Cast, [Softness, Colour], (time, v) => Shade.Put(Ops.Cast, v, 0, 0, softness.NumberAt(time), colour.At(time)));
    }
}
