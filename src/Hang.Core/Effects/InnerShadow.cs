using Hang.Scene.PaintList;
using Hang.Scene.Registry;
using Hang.Scene.Values;

namespace Hang.Core.Effects;

/// <summary>A shadow inside the edges, as if the picture were cut out of what lies above it.</summary>
public sealed class InnerShadow : EffectKind
{
    public static readonly ValueSpec Distance = new(
        "distance",
        "Distance",
        NumbersKind.Number,
        "px",
        new(6),
        "How far the shadow falls, in the layer's own pixels."
    )
    {
        Least = 0,
        Most = 5000,
        Signs = ["↔"],
    };

    public static readonly ValueSpec Direction = new(
        "direction",
        "Direction",
        NumbersKind.Number,
        "°",
        new(60),
        "Where it falls: degrees clockwise from the right, turning with the layer."
    )
    {
        Signs = ["∠"],
    };

    public static readonly ValueSpec Softness = new("softness", "Softness", NumbersKind.Number, "px", new(4), "Standard deviation of its blur.")
    {
        Least = 0,
        Most = 500,
        Signs = ["σ"],
    };

    public static readonly ValueSpec Colour = new("fill", "Colour", ColourKind.Colour, "", new(0, 0, 0, 128 / 255.0), "Colour, straight alpha.");

    private InnerShadow()
        : base("innerShadow", "Inner shadow", "A shadow inside the edges.", Distance, Direction, Softness, Colour) { }

    public override void Write(StepWriter writer, ValueSet values, EffectPlace place)
    {
        var (distance, direction, softness, colour) = (values[Distance], values[Direction], values[Softness], values[Colour]);
        Add(writer, values, Ops.Inner, [Distance, Direction, Softness, Colour], (time, v) =>
            Shade.Put(Ops.Inner, v, distance.NumberAt(time), direction.NumberAt(time), softness.NumberAt(time), colour.At(time))
        );
    }
}
