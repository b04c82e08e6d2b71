using Hang.Scene.PaintList;
using Hang.Scene.Registry;
using Hang.Scene.Values;

namespace Hang.Core.Effects;

/// <summary>A shadow behind, of one colour (W3C Filter Effects, drop-shadow()).</summary>
public sealed class DropShadow : EffectKind
{
    public static readonly ValueSpec Distance = new(
        "distance",
        "Distance",
        NumbersKind.Number,
        "px",
        new(8),
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

    public static readonly ValueSpec Softness = new("softness", "Softness", NumbersKind.Number, "px", new(6), "Standard deviation of its blur.")
    {
        Least = 0,
        Most = 500,
        Signs = ["σ"],
    };

    public static readonly ValueSpec Grow = new(
        "grow",
        "Grow",
        NumbersKind.Number,
        "px",
        new(0),
        "How far the shadow is larger than what casts it; less than 0: smaller."
    )
    {
        Least = -500,
        Most = 500,
        Signs = ["⊕"],
    };

    public static readonly ValueSpec Colour = new("fill", "Colour", ColourKind.Colour, "", new(0, 0, 0, 128 / 255.0), "Colour, straight alpha.");

    public static readonly ValueSpec Only = new("only", "Shadow only", FlagKind.Flag, "", new(0), "True leaves out what casts it.");

    private DropShadow()
        : base("dropShadow", "Drop shadow", "A shadow behind.", Distance, Direction, Softness, Grow, Colour, Only) { }

    public override void Write(StepWriter writer, ValueSet values, EffectPlace place)
    {
        var (distance, direction, softness, grow, colour, only) = (
            values[Distance],
            values[Direction],
            values[Softness],
            values[Grow],
            values[Colour],
            values[Only]
        );
        var (alone, larger) = (Ops.Cast.Only, Ops.Cast.Grow);
        Add(writer, values, Ops.Cast, [Distance, Direction, Softness, Grow, Colour, Only], (time, v) =>
        {
            Shade.Put(Ops.Cast, v, distance.NumberAt(time), direction.NumberAt(time), softness.NumberAt(time), colour.At(time));
            v[larger] = (float)grow.NumberAt(time);
            v[alone] = (float)only.NumberAt(time);
        });
    }
}
