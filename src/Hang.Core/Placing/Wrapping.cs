using System.Collections.Immutable;
using Hang.Core.Documents;
using Hang.Core.Layers;
using Hang.Scene;

namespace Hang.Core.Placing;

/// <summary>Making a graphic of its own of some layers of another.</summary>
public static class Wrapping
{
    /// <summary>
    /// A graphic of the same size, rate and phases with only those layers, what is in them, and the fields that fill nothing else; and the layers, in their
    /// order.
    /// </summary>
    /// <exception cref="ProblemException">They are in several groups, or something ties them to layers that stay behind.</exception>
    public static (Graphic Wrapped, ImmutableArray<Layer> Layers) Of(Graphic graphic, IEnumerable<string> layers, string name)
    {
        var chosen = layers.Distinct().Select(graphic.Layer).Select(l => l.Id).ToHashSet(StringComparer.Ordinal);
        if (chosen.Count == 0)
        {
            throw new ProblemException($"There is nothing to make a graphic of.", $"Select one layer or more.");
        }
        bool IsIn(Layer layer) => chosen.Contains(layer.Id) || (layer.Group is { } group && IsIn(graphic.Layer(group)));
        ImmutableArray<Layer> taken = [.. graphic.Layers.Where(IsIn)];
        var ids = taken.Select(l => l.Id).ToHashSet(StringComparer.Ordinal);
        var groups = taken.Where(l => l.Group is null || !ids.Contains(l.Group)).Select(l => l.Group).Distinct().ToArray();
        if (groups.Length > 1)
        {
            throw new ProblemException($"These layers are in several groups.", $"Select layers of one group, or the groups themselves.");
        }
        foreach (var layer in graphic.Layers)
        {
            foreach (var tie in Ties(layer).Where(t => ids.Contains(t) != ids.Contains(layer.Id)))
            {
                var (inside, outside) = ids.Contains(layer.Id) ? (layer, graphic.Layer(tie)) : (graphic.Layer(tie), layer);
                throw new ProblemException(
                    $"{inside.Name} is tied to {outside.Name}, which would stay behind.",
                    $"Select {outside.Name} too, or untie them.",
                    inside.Name
                );
            }
        }
        var wrapped = graphic with
        {
            Name = name,
            Guides = null,
            Layers = [.. taken.Select(l => l.Group is { } g && !ids.Contains(g) ? l with { Group = null } : l)],
            Fields = graphic.Fields?.Where(f => f.Fills.All(t => ids.Contains(t.Layer))).ToImmutableList() is { IsEmpty: false } fields ? fields : null,
        };
        return (PlacedRules.Settle(wrapped), taken);
    }

    /// <summary>Layers that a layer hangs from, is cut by or names.</summary>
    private static IEnumerable<string> Ties(Layer layer) =>
        LayerReferences.Of(layer).Select(r => r.Id).Concat(new[] { layer.HangsFrom, layer.Matte?.Layer }.OfType<string>());
}
