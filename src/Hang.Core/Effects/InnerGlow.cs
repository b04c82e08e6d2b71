using Hang.Scene.PaintList;
using Hang.Scene.Registry;
using Hang.Scene.Values;

namespace Hang.Core.Effects;

/// <summary>Light that comes in from the edges.</summary>
public sealed class InnerGlow : EffectKind
{
    public static readonly ValueSpec Softness = new("softness", "Softness", NumbersKind.Number, "px", new(8), "Standard deviation of its blur.")
    {
        Least = 0,
        Most = 500,
        Signs = ["σ"],
    };

    public static readonly ValueSpec Colour = new("fill", "Colour", ColourKind.Colour, "", new(1, 230 / 255.0, 153 / 255.0, 1), "Colour, straight alpha.");

    private InnerGlow()
        : base("innerGlow", "Inner glow", "Light that comes in from the edges.", Softness, Colour) { }

    public override void Write(StepWriter writer, ValueSet values, EffectPlace place)
    {
        var (softness, colour) = (values[Softness], values[Colour]);
        Add(writer, values, Ops.Inner, [Softness, Colour], (time, v) => Shade.Put(Ops.Inner, v, 0, 0, softness.NumberAt(time), colour.At(time)));
    }
}
