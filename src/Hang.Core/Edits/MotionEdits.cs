using System.Collections.Immutable;
using Hang.Core.Documents;
using Hang.Core.Idles;
using Hang.Core.Layers;
using Hang.Core.Typesetting;

namespace Hang.Core.Edits;

/// <summary>Gives a layer its idle motions; an empty list takes them away.</summary>
public sealed record SetIdles(string Layer, ImmutableArray<IdleMotion> Idles) : Edit
{
    public override string Describe(Graphic graphic) => $"Idle motion of {NameOf(graphic, Layer)}";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper) =>
        graphic.With(graphic.Layer(Layer) with { Idles = Idles.IsEmpty ? null : [.. Idles] });
}

/// <summary>Lets the letters, words or lines of a type layer move one after the other.</summary>
/// <param name="Stagger">How; absent: the type moves as one.</param>
public sealed record SetPieces(string Layer, PieceStagger? Stagger = null) : Edit
{
    public override string Describe(Graphic graphic) => $"Move {NameOf(graphic, Layer)} {(Stagger is null ? "as one" : $"by {JsonName.Of(Stagger.By)}")}";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper)
    {
        var layer = graphic.Layer(Layer);
        return graphic.With((layer as TypeLayer ?? throw new ProblemException("It is no type, so it has no letters.", "Choose a type layer.", layer.Name)) with { Stagger = Stagger });
    }
}

/// <summary>Sets whether layers are blurred by their motion.</summary>
/// <param name="On">Absent: as the graphic says.</param>
public sealed record SetMotionBlur(ImmutableArray<string> Layers, bool? On = null) : Edit
{
    public override string Describe(Graphic graphic) => On switch { true => "Blur by motion", false => "Keep sharp in motion", null => "Motion blur as the graphic" };

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper) => Layers.Aggregate(graphic, (g, id) => g.With(g.Layer(id) with { MotionBlur = On }));
}
