using System.Collections.Immutable;
using Hang.Core.Documents;
using Hang.Core.Effects;
using Hang.Core.Layers;
using Hang.Scene;
using Hang.Scene.Registry;
using Hang.Scene.Typesetting;

namespace Hang.Core.Edits;

/// <summary>Gives layers an effect of a kind, behind those that they have, or puts one at a place.</summary>
/// <param name="Kind">Name of the kind.</param>
/// <param name="At">Index among the layer's effects; absent: the last.</param>
public sealed record InsertEffect(ImmutableArray<string> Layers, string Kind, int? At = null) : Edit
{
    public override Sentence Describe(Graphic graphic) => $"Add {Modules<EffectKind>.Find(Kind)?.Term ?? new(Kind)}";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper)
    {
        var kind = Modules<EffectKind>.Find(Kind)
            ?? throw new ProblemException(
                $"There is no effect \"{Quoted.Short(Kind)}\".",
                $"Use one of {string.Join(", ", Modules<EffectKind>.All.Select(k => k.Name))}.",
                field: "kind"
            );
        return Layers.Aggregate(graphic, (g, id) => g.With(g.Layer(id).WithEffect(kind, At, kind.Blank)));
    }
}

/// <inheritdoc/>
/// <param name="Effect">Its id.</param>
public sealed record RemoveEffect(string Layer, string Effect) : RemovePart
{
    public override Sentence Describe(Graphic graphic) => $"Take an effect from {NameOf(graphic, Layer)}";

    private protected override (PartList List, string Layer, string Part) Which => (PartList.Effects, Layer, Effect);
}

/// <inheritdoc/>
/// <param name="To">Index that it has afterwards.</param>
public sealed record MoveEffect(string Layer, string Effect, int To) : MovePart
{
    public override Sentence Describe(Graphic graphic) => $"Reorder the effects of {NameOf(graphic, Layer)}";

    private protected override (PartList List, string Layer, string Part) Which => (PartList.Effects, Layer, Effect);

    private protected override int Place => To;
}

/// <inheritdoc/>
public sealed record CopyEffects(string From, ImmutableArray<string> Layers) : CopyParts
{
    public override Sentence Describe(Graphic graphic) => $"Copy the effects of {NameOf(graphic, From)}";

    private protected override (PartList List, string From, ImmutableArray<string> To) Which => (PartList.Effects, From, Layers);
}
