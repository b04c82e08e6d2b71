using Hang.Scene.PaintList;
using Hang.Scene.Registry;
using Hang.Scene.Values;

namespace Hang.Core.Effects;

/// <summary>The even mean of the picture along a line, as a camera that moves sees it.</summary>
public sealed class DirectionalBlur : EffectKind
{
    public static readonly ValueSpec Length = new("length", "Length", NumbersKind.Number, "px", new(40), "How long the line is, half of it to either side.")
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
        new(0),
        "How the line lies: degrees clockwise from the right, turning with the layer."
    )
    {
        Signs = ["∠"],
    };

    private DirectionalBlur()
        : base("directionalBlur", "Directional blur", "Blurs along a line.", Length, Direction) { }

    public override void Write(StepWriter writer, ValueSet values, EffectPlace place)
    {
        var (length, direction) = (values[Length], values[Direction]);
        var at = Ops.Streak.Offset;
        Add(writer, values, Ops.Streak, [Length, Direction], (time, v) =>
            Shade.PutVector(v[at.At..], Math.Max(0, length.NumberAt(time)), direction.NumberAt(time))
        );
    }
}
