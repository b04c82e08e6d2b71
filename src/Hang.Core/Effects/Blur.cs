using Hang.Core.PaintList;
using Hang.Core.Values;

namespace Hang.Core.Effects;

/// <summary>A Gaussian blur (W3C Filter Effects, feGaussianBlur).</summary>
public sealed class Blur : EffectKind
{
    public static readonly ValueSpec Radius = new("radius", "Blur", NumbersKind.Number, "px", new(8), "Standard deviation, in the layer's own pixels.") { Least = 0, Most = 500, Signs = ["σ"] };

    private Blur() : base("blur", "Blur", "A Gaussian blur.", Radius)
    {
    }

    public override void Write(StepWriter writer, ValueSet values)
    {
        var radius = values[Radius];
        var sigma = Ops.Soften["sigma"];
        Add(writer, values, Ops.Soften, [Radius], (time, v) => v[sigma] = v[sigma + 1] = (float)Math.Max(0, radius.NumberAt(time)));
    }
}
