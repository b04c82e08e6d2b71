using System.Collections.Immutable;
using Hang.Core.Documents;
using Hang.Core.Layers;
using Hang.Scene;
using Hang.Scene.Sources;
using Hang.Scene.Typesetting;

namespace Hang.Core.Edits;

/// <summary>Puts a layer in front of all others, or at a place. An empty id is replaced by a free one; a taken name gets a number.</summary>
/// <param name="At">Index from the back; absent: in front.</param>
public sealed record AddLayer(Layer Layer, int? At = null) : Edit
{
    public override Sentence Describe(Graphic graphic) => $"Add {Layer.Name}";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper)
    {
        var layer = Layer with
        {
            Id = Layer.Id.Length > 0 ? Layer.Id : LayerIds.Free(graphic),
            Name = LayerNames.Free(Layer.Name, graphic.Layers.Select(l => l.Name)),
        };
        var added = graphic with { Layers = graphic.Layers.Insert(Math.Clamp(At ?? graphic.Layers.Length, 0, graphic.Layers.Length), layer) };
        return layer.Group is null ? added : GroupPivots.Kept(graphic, added, graphic.Phases.HoldLast, shaper);
    }
}

/// <summary>Deletes layers, groups with all that is in them. What hangs from them hangs from their carrier afterwards, and keeps its place at a frame; a matte
/// that is deleted cuts no longer.</summary>
/// <param name="At">The frame shown.</param>
public sealed record RemoveLayers(ImmutableArray<string> Layers, int At = 0) : Edit
{
    public override Sentence Describe(Graphic graphic) =>
        Layers.Length == 1 ? (Sentence)$"Delete {NameOf(graphic, Layers[0])}" : $"Delete {Layers.Length} layers";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper)
    {
        var before = graphic;
        foreach (var id in Layers)
        {
            if (graphic.Layers.All(l => l.Id != id))
            {
                // It was in a group that is gone already.
                continue;
            }
            foreach (var member in graphic.Layers.Where(l => l.Group == id && !Layers.Contains(l.Id)).Select(l => l.Id).ToArray())
            {
                // What is in a deleted group goes with it.
                graphic = Without(graphic, graphic.Layer(member), shaper);
            }
            graphic = Without(graphic, graphic.Layer(id), shaper);
        }
        return GroupPivots.Kept(before, graphic, At, shaper);
    }

    private Graphic Without(Graphic graphic, Layer gone, ITypeShaper shaper)
    {
        foreach (var inside in graphic.Layers.Where(l => l.Group == gone.Id).ToArray())
        {
            graphic = Without(graphic, graphic.Layer(inside.Id), shaper);
        }
        foreach (var hanging in graphic.Layers.Where(l => l.HangsFrom == gone.Id).ToArray())
        {
            graphic = graphic.With(Hanging.From(graphic, hanging, gone.HangsFrom, At, shaper));
        }
        return graphic with
        {
            Layers =
            [
                .. graphic
                    .Layers.Where(l => l.Id != gone.Id)
                    .Select(l => LayerReferences.Map(l.Matte?.Layer == gone.Id ? l with { Matte = null } : l, id => id == gone.Id ? null : id)),
            ],
        };
    }
}

/// <summary>Copies layers, each directly in front of its original; groups with all that is in them, whose ties within the copies are kept.</summary>
public sealed record DuplicateLayers(ImmutableArray<string> Layers) : Edit
{
    public override Sentence Describe(Graphic graphic) =>
        Layers.Length == 1 ? (Sentence)$"Duplicate {NameOf(graphic, Layers[0])}" : $"Duplicate {Layers.Length} layers";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper)
    {
        foreach (var id in Layers.Distinct())
        {
            graphic.Layer(id);
        }
        var chosen = graphic.Layers.Where(l => IsWithin(graphic, l)).Select(l => l.Id).ToArray();
        var copies = new Dictionary<string, string>(StringComparer.Ordinal);
        foreach (var id in chosen)
        {
            var original = graphic.Layer(id);
            var copy = original with { Id = LayerIds.Free(graphic), Name = LayerNames.Free(original.Name, graphic.Layers.Select(l => l.Name)) };
            copies[id] = copy.Id;
            graphic = graphic with { Layers = graphic.Layers.Insert(graphic.Layers.IndexOf(original) + 1, copy) };
        }
        // Only within a copied group do ties lead to the copies; a single copy goes on following what its original follows.
        bool Both(Layer copy) => copy.Group is { } g && copies.ContainsKey(g);
        return graphic with
        {
            Layers =
            [
                .. graphic.Layers.Select(l =>
                    !copies.ContainsValue(l.Id) || !Both(l)
                        ? l
                        : LayerReferences.Map(l, id => copies.GetValueOrDefault(id, id)) with
                        {
                            Group = copies[l.Group!],
                            HangsFrom = l.HangsFrom is { } from ? copies.GetValueOrDefault(from, from) : null,
                            Matte = l.Matte is { } matte ? matte with { Layer = copies.GetValueOrDefault(matte.Layer, matte.Layer) } : null,
                        }
                ),
            ],
        };
    }

    private bool IsWithin(Graphic graphic, Layer layer)
    {
        for (var at = layer; ; at = graphic.Layer(at.Group))
        {
            if (Layers.Contains(at.Id))
            {
                return true;
            }
            if (at.Group is null)
            {
                return false;
            }
        }
    }
}

/// <summary>Moves a layer to another place in the stack.</summary>
/// <param name="To">Index from the back that the layer has afterwards.</param>
public sealed record OrderLayer(string Layer, int To) : Edit
{
    public override Sentence Describe(Graphic graphic) => $"Reorder {NameOf(graphic, Layer)}";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper)
    {
        var layer = graphic.Layer(Layer);
        var rest = graphic.Layers.Remove(layer);
        return graphic with { Layers = rest.Insert(Math.Clamp(To, 0, rest.Length), layer) };
    }
}

/// <summary>Changes who a layer is and what it is tied to; its values have <see cref="SetValue"/>. Absent parts stay; empty text takes a carrier or a matte
/// away. A layer that is hung from another keeps its place on the screen.</summary>
/// <param name="MatteBy">What of the matte decides.</param>
/// <param name="At">The frame shown, at which the place is kept.</param>
public sealed record ChangeLayer(
    string Layer,
    string? Name = null,
    bool? Hidden = null,
    bool? Locked = null,
    bool? Guide = null,
    string? HangsFrom = null,
    Facing? Facing = null,
    BlendMode? Blend = null,
    string? Matte = null,
    MatteBy? MatteBy = null,
    bool? MatteInverted = null,
    int At = 0
) : Edit
{
    public override Sentence Describe(Graphic graphic)
    {
        var name = NameOf(graphic, Layer);
        return Name is not null ? (Sentence)$"Rename {name}"
            : Hidden is { } h ? (h ? (Sentence)$"Hide {name}" : $"Show {name}")
            : Guide is { } g ? (g ? (Sentence)$"Draw after {name}" : $"Show {name} in the file")
            : Locked is { } l ? (l ? (Sentence)$"Lock {name}" : $"Unlock {name}")
            : Blend is not null ? (Sentence)$"Blend of {name}"
            : Matte is not null ? (Sentence)$"Matte of {name}"
            : $"Change {name}";
    }

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper)
    {
        var layer = graphic.Layer(Layer);
        layer = layer with
        {
            Name = Name ?? layer.Name,
            Hidden = Hidden ?? layer.Hidden,
            // What one draws after is not taken hold of by mistake.
            Locked = Locked ?? (Guide == true || layer.Locked),
            Guide = Guide ?? layer.Guide,
            Facing = Facing ?? layer.Facing,
            Blend = Blend ?? layer.Blend,
            Matte =
                Matte is null ? layer.Matte
                : Matte.Length > 0 ? new(Matte, MatteBy ?? Layers.MatteBy.Alpha, MatteInverted ?? false)
                : null,
        };
        if (layer.Matte is { } matte && Matte is null)
        {
            layer = layer with { Matte = matte with { By = MatteBy ?? matte.By, Inverted = MatteInverted ?? matte.Inverted } };
        }
        if (HangsFrom is not null)
        {
            layer = Hanging.From(graphic, layer, HangsFrom.Length > 0 ? HangsFrom : null, At, shaper);
        }
        return graphic.With(layer);
    }
}

/// <summary>Makes sources known to the document.</summary>
public sealed record AddSources : Edit
{
    public SourceSet Sources { get; init; } = SourceSet.Empty;

    public override Sentence Describe(Graphic graphic) => $"Add {string.Join(", ", Sources.All.Select(s => s.Facts.Name))}";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper) =>
        graphic with
        {
            Sources = Sources.All.Aggregate(graphic.Sources, (all, s) => all.With(s.Kind, s.Hash, s.Facts.Bare())),
        };
}

/// <summary>Makes a picture known to the document, as revisions have it that were made before other sources could be added so.</summary>
public sealed record AddAsset(string Hash, Asset Asset) : Edit
{
    public override Sentence Describe(Graphic graphic) => $"Add {Asset.Name}";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper) =>
        graphic with
        {
            Sources = graphic.Sources.With(PictureSources.Kind, Hash, Asset),
        };
}

/// <summary>Makes a sound known to the document, as <see cref="AddAsset"/> does a picture.</summary>
public sealed record AddSound(string Hash, SoundAsset Sound) : Edit
{
    public override Sentence Describe(Graphic graphic) => $"Add {Sound.Name}";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper) =>
        graphic with
        {
            Sources = graphic.Sources.With(SoundSources.Kind, Hash, Sound),
        };
}
