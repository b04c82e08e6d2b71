using System.Collections.Immutable;
using Hang.Core.Documents;
using Hang.Core.Idles;
using Hang.Scene;
using Hang.Scene.Typesetting;

namespace Hang.Core.Edits;

/// <summary>Gives a layer its idle motions; an empty list takes them away.</summary>
public sealed record SetIdles(string Layer, ImmutableArray<IdleMotion> Idles) : Edit
{
    public override Sentence Describe(Graphic graphic) => $"Idle motion of {NameOf(graphic, Layer)}";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper) =>
        graphic.With(graphic.Layer(Layer) with { Idles = Idles.IsEmpty ? null : [.. Idles] });
}

/// <summary>Sets whether layers are blurred by their motion.</summary>
/// <param name="On">Absent: as the graphic says.</param>
public sealed record SetMotionBlur(ImmutableArray<string> Layers, bool? On = null) : Edit
{
    public override Sentence Describe(Graphic graphic) =>
        On switch
        {
            true => $"Blur by motion",
            false => $"Keep sharp in motion",
            null => $"Motion blur as the graphic",
        };

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper) =>
        Layers.Aggregate(graphic, (g, id) => g.With(g.Layer(id) with { MotionBlur = On }));
}
