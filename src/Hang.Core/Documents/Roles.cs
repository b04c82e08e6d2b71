using System.Runtime.CompilerServices;
using Hang.Core.Layers;
using Hang.Core.Palettes;
using Hang.Scene;

namespace Hang.Core.Documents;

/// <summary>What the roles of a graphic's colours stand for.</summary>
public static class Roles
{
    /// <summary>
    /// The graphic with every colour that stands for a role as the colourway shown has it. A colour of a role that the palette does not have stays as it
    /// is.
    /// </summary>
    public static Graphic Resolve(Graphic graphic)
    {
        if (graphic.Palette is not { } palette)
        {
            return graphic;
        }
        palette.Demand();
        var colours = palette.Roles.ToDictionary(r => r, r => palette.ColourOf(r)!.Value, StringComparer.Ordinal);
        // A layer that has been looked at under this very palette need not be again: most edits change one of many.
        var resolved = Resolved.GetOrCreateValue(palette);
        return MapLayers(graphic, layer =>
        {
            if (resolved.TryGetValue(layer, out _))
            {
                return layer;
            }
            var next = LayerColours.Map(layer, Shown);
            resolved.AddOrUpdate(next, next);
            return next;
        });

        Shaded Shown(Shaded c) => c.Role is { } shade && colours.TryGetValue(shade.Role, out var of) ? c with { Colour = shade.Of(of) } : c;
    }

    /// <summary>The graphic as another colourway has it; its colours follow when it is settled.</summary>
    /// <exception cref="ProblemException">It has no such colourway.</exception>
    public static Graphic Showing(Graphic graphic, string colourway) =>
        graphic.Palette is { } palette && palette.Colourways.Any(c => c.Name == colourway)
            ? graphic with
            {
                Palette = palette with { Current = colourway },
            }
            : throw new ProblemException(
                $"There is no colourway \"{Quoted.Short(colourway)}\".",
                graphic.Palette is { } p
                    ? (Sentence)$"Use one of {string.Join(", ", p.Colourways.Select(c => c.Name))}."
                    : $"This graphic has no roles yet; make some from its colours."
            );

    private static readonly ConditionalWeakTable<Palette, ConditionalWeakTable<Layer, Layer>> Resolved = [];

    /// <summary>The graphic with each colour replaced; the very same when none changes.</summary>
    public static Graphic EachLayer(Graphic graphic, Func<Shaded, Shaded> change) => MapLayers(graphic, layer => LayerColours.Map(layer, change));

    /// <summary>Every role under its new name; with null, its colours become literal.</summary>
    public static Graphic Renamed(Graphic graphic, string role, string? name) =>
        EachLayer(graphic, c => c.Role?.Role == role ? c with { Role = name is null ? null : c.Role with { Role = name } } : c);

    private static Graphic MapLayers(Graphic graphic, Func<Layer, Layer> change)
    {
        var layers = graphic.Layers;
        for (var i = 0; i < layers.Length; i++)
        {
            var next = change(layers[i]);
            layers = ReferenceEquals(next, layers[i]) ? layers : layers.SetItem(i, next);
        }
        return layers == graphic.Layers ? graphic : graphic with { Layers = layers };
    }
}
