using Hang.Scene.PaintList;
using Hang.Scene.Registry;
using Hang.Scene.Values;

namespace Hang.Core.Effects;

/// <summary>A shadow that reaches from the picture as far as it is long, of one colour and with hard edges.</summary>
public sealed class LongShadow : EffectKind
{
    public static readonly ValueSpec Length = new(
        "length",
        "Length",
        NumbersKind.Number,
        "px",
        new(120),
        "How far the shadow reaches, in the layer's own pixels."
    )
    {
        Least = 0,
        Most = 4000,
        Signs = ["↔"],
    };

    public static readonly ValueSpec Direction = new(
        "direction",
        "Direction",
        NumbersKind.Number,
        "°",
        new(45),
        "Where it falls: degrees clockwise from the right, turning with the layer."
    )
    {
        Signs = ["∠"],
    };

    public static readonly ValueSpec Colour = new("fill", "Colour", ColourKind.Colour, "", new(0, 0, 0, 128 / 255.0), "Colour, straight alpha.");

    public static readonly ValueSpec Only = new("only", "Shadow only", FlagKind.Flag, "", new(0), "True leaves out what casts it.");

    private LongShadow()
        : base("longShadow", "Long shadow", "A shadow that reaches far.", Length, Direction, Colour, Only) { }

    public override void Write(StepWriter writer, ValueSet values, EffectPlace place)
    {
        var (length, direction, colour, only) = (values[Length], values[Direction], values[Colour], values[Only]);
        var (at, shade, alone) = (Ops.Trail.Offset, Ops.Trail.Colour, Ops.Trail.Only);
        Add(writer, values, Ops.Trail, [Length, Direction, Colour, Only], (time, v) =>
        {
            Shade.PutVector(v[at.At..], Math.Max(0, length.NumberAt(time)), direction.NumberAt(time));
            Colours.Put(colour.At(time), v[shade.At..]);
            v[alone] = (float)only.NumberAt(time);
        });
    }
}
