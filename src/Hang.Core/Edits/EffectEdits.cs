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
    public override string Describe(Graphic graphic) => $"Add {Modules<EffectKind>.Find(Kind)?.Title ?? Kind}";

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

/// <summary>Takes an effect away, with its keyframes.</summary>
/// <param name="Effect">Its id.</param>
public sealed record RemoveEffect(string Layer, string Effect) : Edit
{
    public override string Describe(Graphic graphic) => $"Take an effect from {NameOf(graphic, Layer)}";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper)
    {
        var layer = graphic.Layer(Layer);
        return graphic.With(layer with { Effects = layer.Effects.Remove(EffectPlaces.Demand(layer, Effect)) });
    }
}

/// <summary>Moves an effect to another place in the order in which effects are done.</summary>
/// <param name="To">Index that it has afterwards.</param>
public sealed record MoveEffect(string Layer, string Effect, int To) : Edit
{
    public override string Describe(Graphic graphic) => $"Reorder the effects of {NameOf(graphic, Layer)}";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper)
    {
        var layer = graphic.Layer(Layer);
        var effect = EffectPlaces.Demand(layer, Effect);
        var rest = layer.Effects.Remove(effect);
        return graphic.With(layer with { Effects = rest.Insert(Math.Clamp(To, 0, rest.Length), effect) });
    }
}

/// <summary>Gives other layers the effects of one layer, in place of theirs, keyframes included.</summary>
public sealed record CopyEffects(string From, ImmutableArray<string> Layers) : Edit
{
    public override string Describe(Graphic graphic) => $"Copy the effects of {NameOf(graphic, From)}";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper)
    {
        var effects = graphic.Layer(From).Effects;
        return Layers.Aggregate(graphic, (g, id) => g.With(g.Layer(id) with { Effects = effects }));
    }
}

internal static class EffectPlaces
{
    /// <exception cref="ProblemException">The layer has no such effect.</exception>
    public static Effect Demand(Layer layer, string effect) =>
        layer.Effect(effect)
        ?? throw new ProblemException($"There is no effect \"{Quoted.Short(effect)}\".", "It may have been taken away; choose another.", layer.Name, "effect");
}
