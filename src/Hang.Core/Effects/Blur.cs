using Hang.Scene.PaintList;
using Hang.Scene.Registry;
using Hang.Scene.Values;

namespace Hang.Core.Effects;

/// <summary>A Gaussian blur, across and down (W3C Filter Effects, feGaussianBlur).</summary>
public sealed class Blur : EffectKind
{
    public static readonly ValueSpec Radius = new("radius", "Blur", NumbersKind.Number, "px", new(8), "Standard deviation, in the layer's own pixels.")
    {
        Least = 0,
        Most = 500,
        Signs = ["σ"],
    };

    public static readonly ValueSpec Share = new(
        "share",
        "Across, down",
        NumbersKind.Size,
        "",
        new(1, 1),
        "How much of it acts across and down: 100 and 0 % blurs sideways only."
    )
    {
        Least = 0,
        Most = 10,
        Factor = 100,
        Signs = ["↔", "↕"],
    };

    private Blur()
        : base("blur", "Blur", "A Gaussian blur.", Radius, Share) { }

    public override void Write(StepWriter writer, ValueSet values, EffectPlace place)
    {
        var (radius, share) = (values[Radius], values[Share]);
        var sigma = Ops.Soften.Sigma;
        Add(writer, values, Ops.Soften, [Radius, Share], (time, v) =>
        {
            var (r, by) = (Math.Max(0, radius.NumberAt(time)), share.PointAt(time));
            (v[sigma], v[sigma + 1]) = ((float)(r * Math.Max(0, by.X)), (float)(r * Math.Max(0, by.Y)));
        });
    }
}
