using System.Collections.Immutable;
using Hang.Core.Documents;
using Hang.Core.Layers;
using Hang.Scene.Typesetting;

namespace Hang.Core.Edits;

/// <summary>A change of one of the parts that a layer has in a list: its effects, its masks.</summary>
public abstract record PartEdit : Edit
{
    /// <summary>The list, the layer's id, and the part's.</summary>
    private protected abstract (PartList List, string Layer, string Part) Which { get; }

    /// <summary>The order of the parts afterwards, as the indices that they have before.</summary>
    private protected abstract IEnumerable<int> After(int part, int count);

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper)
    {
        var (list, id, part) = Which;
        var layer = graphic.Layer(id);
        return graphic.With(list.Only(layer, After(list.DemandIndexOf(layer, part), list.Of(layer).Count)));
    }
}

/// <summary>Takes a part away, with its keyframes.</summary>
public abstract record RemovePart : PartEdit
{
    private protected override IEnumerable<int> After(int part, int count) => Enumerable.Range(0, count).Where(i => i != part);
}

/// <summary>Moves a part to another place in the order in which parts are done or go together.</summary>
public abstract record MovePart : PartEdit
{
    /// <summary>Index that it has afterwards.</summary>
    private protected abstract int Place { get; }

    private protected override IEnumerable<int> After(int part, int count)
    {
        var rest = Enumerable.Range(0, count).Where(i => i != part).ToImmutableArray();
        return rest.Insert(Math.Clamp(Place, 0, rest.Length), part);
    }
}

/// <summary>Gives other layers the parts of one layer, in place of theirs, keyframes included.</summary>
public abstract record CopyParts : Edit
{
    /// <summary>The list, the layer that has the parts, and those that get them.</summary>
    private protected abstract (PartList List, string From, ImmutableArray<string> To) Which { get; }

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper)
    {
        var (list, id, layers) = Which;
        var from = graphic.Layer(id);
        return layers.Aggregate(graphic, (g, to) => g.With(list.Copy(g.Layer(to), from)));
    }
}
