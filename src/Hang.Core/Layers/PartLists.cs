using System.Collections.Immutable;
using Hang.Scene;
using Hang.Scene.Registry;
using Hang.Scene.Values;

namespace Hang.Core.Layers;

/// <summary>
/// A list of parts of a layer that have values of their own: its effects, its masks. Addresses lead into them by the list's name and the part's id.
/// </summary>
/// <param name="Name">The first word of addresses, and the member of documents.</param>
/// <param name="Of">The parts of a layer, in order: id and values.</param>
/// <param name="Put">The layer with other values of the part with an index.</param>
/// <param name="Only">The layer with those of its parts that have these indices, in this order.</param>
/// <param name="Copy">The first layer with the parts of the second in place of its own.</param>
/// <param name="Missing">What is said where there is no part of an id.</param>
internal sealed record PartList(
    string Name,
    Func<Layer, IReadOnlyList<(string Id, ValueSet Values)>> Of,
    Func<Layer, int, ValueSet, Layer> Put,
    Func<Layer, IEnumerable<int>, Layer> Only,
    Func<Layer, Layer, Layer> Copy,
    Func<string, Sentence> Missing
)
{
    public static ImmutableArray<PartList> All { get; } =
    [
        new(
            Address.Effects,
            l => l.Effects.IsEmpty ? [] : [.. l.Effects.Select(e => (e.Id, e.Values))],
            (l, i, values) => l with { Effects = l.Effects.SetItem(i, l.Effects[i] with { Values = values }) },
            (l, order) => l with { Effects = [.. order.Select(i => l.Effects[i])] },
            (to, from) => to with { Effects = from.Effects },
            id => $"There is no effect \"{Quoted.Short(id)}\"."
        ),
        new(
            Address.Masks,
            l => l.Masks.IsEmpty ? [] : [.. l.Masks.Select(m => (m.Id, m.Values))],
            (l, i, values) => l with { Masks = l.Masks.SetItem(i, l.Masks[i] with { Values = values }) },
            (l, order) => l with { Masks = [.. order.Select(i => l.Masks[i])] },
            (to, from) => to with { Masks = from.Masks },
            id => $"There is no mask \"{Quoted.Short(id)}\"."
        ),
    ];

    public static PartList Effects => All[0];

    public static PartList Masks => All[1];

    /// <summary>The list that an address leads into, or null.</summary>
    public static PartList? Find(string word) =>
        word == Effects.Name ? Effects
        : word == Masks.Name ? Masks
        : null;

    /// <summary>The index of a part, -1 for none.</summary>
    public int IndexOf(Layer layer, string id)
    {
        var parts = Of(layer);
        for (var i = 0; i < parts.Count; i++)
        {
            if (parts[i].Id == id)
            {
                return i;
            }
        }
        return -1;
    }

    /// <summary>The index of a part that must be there.</summary>
    /// <exception cref="ProblemException">There is none.</exception>
    public int DemandIndexOf(Layer layer, string id) =>
        IndexOf(layer, id) is >= 0 and var index
            ? index
            : throw new ProblemException(Missing(id), $"It may have been taken away; choose another.", layer.Name, Name.TrimEnd('s'));

    /// <summary>An id that no part of the layer's list has: the list's first letter and a number.</summary>
    public string FreeId(Layer layer)
    {
        for (var n = 1; ; n++)
        {
            var id = string.Create(System.Globalization.CultureInfo.InvariantCulture, $"{Name[0]}{n}");
            if (IndexOf(layer, id) < 0)
            {
                return id;
            }
        }
    }

    public Address At(string part, string value) => new($"{Name}/{part}/{value}");
}
