using Hang.Core.PaintList;
using Hang.Core.Values;

namespace Hang.Core.Effects;

/// <summary>A shadow behind, of one colour (W3C Filter Effects, drop-shadow()).</summary>
public sealed class DropShadow : EffectKind
{
    public static readonly ValueSpec Distance = new("distance", "Distance", NumbersKind.Number, "px", new(8), "How far the shadow falls, in the layer's own pixels.") { Least = 0, Most = 5000, Signs = ["↔"] };

    public static readonly ValueSpec Direction = new("direction", "Direction", NumbersKind.Number, "°", new(60), "Where it falls: degrees clockwise from the right, turning with the layer.") { Signs = ["∠"] };

    public static readonly ValueSpec Softness = new("softness", "Softness", NumbersKind.Number, "px", new(6), "Standard deviation of its blur.") { Least = 0, Most = 500, Signs = ["σ"] };

    public static readonly ValueSpec Colour = new("fill", "Colour", ColourKind.Colour, "", new(0, 0, 0, 128 / 255.0), "Colour, straight alpha.");

    public static readonly ValueSpec Only = new("only", "Shadow only", FlagKind.Flag, "", new(0), "True leaves out what casts it.");

    private DropShadow() : base("dropShadow", "Drop shadow", "A shadow behind.", Distance, Direction, Softness, Colour, Only)
    {
    }

    public override void Write(StepWriter writer, ValueSet values)
    {
        var (distance, direction, softness, colour, only) = (values[Distance], values[Direction], values[Softness], values[Colour], values[Only]);
        var (offset, sigma, tint, alone) = (Ops.Cast["offset"], Ops.Cast["sigma"], Ops.Cast["colour"], Ops.Cast["only"]);
        Add(writer, values, Ops.Cast, [Distance, Direction, Softness, Colour, Only], (time, v) =>
        {
            var (sin, cos) = Math.SinCos(direction.NumberAt(time) * Math.PI / 180);
            var far = distance.NumberAt(time);
            (v[offset], v[offset + 1]) = ((float)(far * cos), (float)(far * sin));
            v[sigma] = v[sigma + 1] = (float)Math.Max(0, softness.NumberAt(time));
            var c = colour.At(time);
            for (var i = 0; i < 4; i++)
            {
                v[tint + i] = (float)Math.Clamp(c[i], 0, 1);
            }
            v[alone] = (float)only.NumberAt(time);
        });
    }
}
