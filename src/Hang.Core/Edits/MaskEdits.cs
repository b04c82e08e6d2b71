using System.Collections.Immutable;
using Hang.Core.Contents;
using Hang.Core.Documents;
using Hang.Core.Evaluation;
using Hang.Core.Layers;
using Hang.Core.Masks;
using Hang.Scene;
using Hang.Scene.Geometry;
using Hang.Scene.Registry;
using Hang.Scene.Typesetting;
using Hang.Scene.Values;

namespace Hang.Core.Edits;

/// <summary>Gives layers a mask of a kind, behind those that they have. It is as large as the layer is at a frame.</summary>
/// <param name="Kind">Name of the kind.</param>
/// <param name="At">The frame shown.</param>
public sealed record InsertMask(ImmutableArray<string> Layers, string Kind, int At = 0) : Edit
{
    public override Sentence Describe(Graphic graphic) => $"Add a mask: {Modules<MaskKind>.Find(Kind)?.Term ?? new(Kind)}";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper)
    {
        var kind = Modules<MaskKind>.Find(Kind)
            ?? throw new ProblemException(
                $"There is no mask \"{Quoted.Short(Kind)}\".",
                $"Use one of {string.Join(", ", Modules<MaskKind>.All.Select(k => k.Name))}.",
                field: "kind"
            );
        var evaluator = new Evaluator(graphic, shaper);
        return Layers.Aggregate(graphic, (g, id) =>
        {
            var layer = g.Layer(id);
            return g.With(
                layer with
                {
                    Masks = layer.Masks.Add(new(PartList.Masks.FreeId(layer), kind, Fitted(kind, evaluator.Place(graphic.Layer(id), At).Box))),
                }
            );
        });
    }

    private static ValueSet Fitted(MaskKind kind, Box box)
    {
        var values = kind.Blank;
        if (box.IsEmpty)
        {
            return values;
        }
        static double Round(double n) => Math.Round(n * 10) / 10;
        var (l, t, r, b) = (Round(box.Left), Round(box.Top), Round(box.Right), Round(box.Bottom));
        return kind is PathMask ? values.With(PathMask.Points, PointPaths.Box(l, t, r, b))
            : values.Find("box") is { } spec ? values.With(spec, new Value(l, t, r, b))
            : values;
    }
}

/// <inheritdoc/>
/// <param name="Mask">Its id.</param>
public sealed record RemoveMask(string Layer, string Mask) : RemovePart
{
    public override Sentence Describe(Graphic graphic) => $"Take a mask from {NameOf(graphic, Layer)}";

    private protected override (PartList List, string Layer, string Part) Which => (PartList.Masks, Layer, Mask);
}

/// <inheritdoc/>
/// <param name="To">Index that it has afterwards.</param>
public sealed record MoveMask(string Layer, string Mask, int To) : MovePart
{
    public override Sentence Describe(Graphic graphic) => $"Reorder the masks of {NameOf(graphic, Layer)}";

    private protected override (PartList List, string Layer, string Part) Which => (PartList.Masks, Layer, Mask);

    private protected override int Place => To;
}

/// <inheritdoc/>
public sealed record CopyMasks(string From, ImmutableArray<string> Layers) : CopyParts
{
    public override Sentence Describe(Graphic graphic) => $"Copy the masks of {NameOf(graphic, From)}";

    private protected override (PartList List, string From, ImmutableArray<string> To) Which => (PartList.Masks, From, Layers);
}
