using Hang.Scene.PaintList;
using Hang.Scene.Registry;
using Hang.Scene.Values;

namespace Hang.Core.Effects;

/// <summary>Divides the picture into blocks, each in the mean of its colours. A corner of the grid lies on the layer's origin.</summary>
public sealed class Mosaic : EffectKind
{
    public static readonly ValueSpec Size = new("size", "Block", NumbersKind.Size, "px", new(16, 16), "Width and height of a block.")
    {
        Least = 1,
        Most = 2000,
        Signs = ["W", "H"],
    };

    private Mosaic()
        : base("mosaic", "Mosaic", "Blocks of one colour.", Size) { }

    public override void Write(StepWriter writer, ValueSet values, EffectPlace place)
    {
        var size = values[Size];
        var step = Ops.Blocks;
        Add(writer, values, step, [Size], (time, v) =>
        {
            var by = size.PointAt(time);
            (v[step.Size], v[step.Size + 1]) = ((float)Math.Max(1, by.X), (float)Math.Max(1, by.Y));
        });
    }
}
