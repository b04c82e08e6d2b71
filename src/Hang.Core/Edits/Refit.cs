using System.Collections.Immutable;
using Hang.Core.Checks;
using Hang.Core.Documents;
using Hang.Core.Evaluation;
using Hang.Core.Layers;
using Hang.Core.Refitting;
using Hang.Scene;
using Hang.Scene.Typesetting;

namespace Hang.Core.Edits;

/// <summary>
/// Brings the graphic to another size and shape: everything keeps its distance to what it is tied to, and stays within the safe area where it was.
/// </summary>
/// <param name="Width">Pixels.</param>
/// <param name="Height">Pixels.</param>
public sealed record Refit(int Width, int Height) : Edit
{
    public override Sentence Describe(Graphic graphic) => $"Refit to {Width} × {Height}";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper) => Refitted.To(graphic, Width, Height, Evaluator.PlacesBy(shaper));

    /// <summary>What is crowded in a refitted graphic and was not before: words beyond the safe area or their plate, words over words.</summary>
    public static ImmutableArray<Finding> Crowded(Graphic before, Graphic after, ITypeShaper shaper)
    {
        var known = WordChecks.AtRest(new Evaluator(before, shaper)).Select(f => (f.Check, f.LayerId)).ToHashSet();
        return [.. WordChecks.AtRest(new Evaluator(after, shaper)).Where(f => !known.Contains((f.Check, f.LayerId)))];
    }
}

/// <summary>Ties layers to what they keep their distance to when the graphic is refitted; absent: to what lies nearest.</summary>
public sealed record TieLayers(ImmutableArray<string> Layers, LayerTie? Tie = null) : Edit
{
    public override Sentence Describe(Graphic graphic) => Layers.Length == 1 ? (Sentence)$"Tie {NameOf(graphic, Layers[0])}" : $"Tie {Layers.Length} layers";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper) =>
        Layers.Aggregate(graphic, (g, id) => g.With(g.Layer(id) with { Tie = Tie }));
}
