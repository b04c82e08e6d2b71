using System.Collections.Immutable;
using Hang.Core.Documents;
using Hang.Core.Layers;
using Hang.Core.Typesetting;

namespace Hang.Core.Edits;

/// <summary>Puts a layer in front of all others, or at a place. An empty id is replaced by a free one; a taken name gets a number.</summary>
/// <param name="At">Index from the back; absent: in front.</param>
public sealed record AddLayer(Layer Layer, int? At = null) : Edit
{
    public override string Describe(Graphic graphic) => $"Add {Layer.Name}";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper)
    {
        var layer = Layer with
        {
            Id = Layer.Id.Length > 0 ? Layer.Id : LayerIds.Free(graphic),
            Name = LayerNames.Free(Layer.Name, graphic.Layers.Select(l => l.Name)),
        };
        return graphic with { Layers = graphic.Layers.Insert(Math.Clamp(At ?? graphic.Layers.Length, 0, graphic.Layers.Length), layer) };
    }
}

/// <summary>Deletes layers. What hangs from them hangs from their carrier afterwards, and keeps its place at a frame.</summary>
/// <param name="At">The frame shown.</param>
public sealed record RemoveLayers(ImmutableArray<string> Layers, int At = 0) : Edit
{
    public override string Describe(Graphic graphic) => Layers.Length == 1 ? $"Delete {NameOf(graphic, Layers[0])}" : $"Delete {Layers.Length} layers";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper)
    {
        foreach (var id in Layers)
        {
            var gone = graphic.Layer(id);
            foreach (var hanging in graphic.Layers.Where(l => l.HangsFrom == id))
            {
                graphic = graphic.With(Hanging.From(graphic, hanging, gone.HangsFrom, At, shaper));
            }
            graphic = graphic with { Layers = [.. graphic.Layers.Where(l => l.Id != id)] };
        }
        return graphic;
    }
}

/// <summary>Copies layers, each directly in front of its original.</summary>
public sealed record DuplicateLayers(ImmutableArray<string> Layers) : Edit
{
    public override string Describe(Graphic graphic) => Layers.Length == 1 ? $"Duplicate {NameOf(graphic, Layers[0])}" : $"Duplicate {Layers.Length} layers";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper)
    {
        foreach (var id in Layers)
        {
            var original = graphic.Layer(id);
            var copy = original with { Id = LayerIds.Free(graphic), Name = LayerNames.Free(original.Name, graphic.Layers.Select(l => l.Name)) };
            graphic = graphic with { Layers = graphic.Layers.Insert(graphic.Layers.IndexOf(original) + 1, copy) };
        }
        return graphic;
    }
}

/// <summary>Moves a layer to another place in the stack.</summary>
/// <param name="To">Index from the back that the layer has afterwards.</param>
public sealed record OrderLayer(string Layer, int To) : Edit
{
    public override string Describe(Graphic graphic) => $"Reorder {NameOf(graphic, Layer)}";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper)
    {
        var layer = graphic.Layer(Layer);
        var rest = graphic.Layers.Remove(layer);
        return graphic with { Layers = rest.Insert(Math.Clamp(To, 0, rest.Length), layer) };
    }
}

/// <summary>Changes what a layer is, apart from its channels. Absent parts stay; empty text takes a field or a carrier away. A layer that is hung
/// from another keeps its place on the screen.</summary>
/// <param name="At">The frame shown, at which the place is kept.</param>
public sealed record ChangeLayer(
    string Layer, string? Name = null, string? Field = null, bool? Hidden = null, bool? Locked = null, string? HangsFrom = null,
    string? Text = null, string? Family = null, int? Weight = null, Alignment? Align = null, string? Asset = null,
    Facing? Facing = null, int At = 0) : Edit
{
    public override string Describe(Graphic graphic)
    {
        var name = NameOf(graphic, Layer);
        return Name is not null ? $"Rename {name}" : Text is not null ? $"Retype {name}" : Hidden is { } h ? (h ? $"Hide {name}" : $"Show {name}") : Locked is { } l ? (l ? $"Lock {name}" : $"Unlock {name}") : $"Change {name}";
    }

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper)
    {
        var layer = graphic.Layer(Layer);
        layer = layer with
        {
            Name = Name ?? layer.Name,
            Field = Field is null ? layer.Field : Field.Trim().Length > 0 ? Field.Trim() : null,
            Hidden = Hidden ?? layer.Hidden,
            Locked = Locked ?? layer.Locked,
            Facing = Facing ?? layer.Facing,
        };
        if (HangsFrom is not null)
        {
            layer = Hanging.From(graphic, layer, HangsFrom.Length > 0 ? HangsFrom : null, At, shaper);
        }
        if (Text is not null || Family is not null || Weight is not null || Align is not null)
        {
            var type = layer as TypeLayer ?? throw new ProblemException("It is no type, so it has no words or font.", "Choose a type layer.", layer.Name);
            layer = type with { Text = Text ?? type.Text, Family = Family ?? type.Family, Weight = Weight ?? type.Weight, Align = Align ?? type.Align };
        }
        if (Asset is not null)
        {
            var picture = layer as PictureLayer ?? throw new ProblemException("It is no picture.", "Choose a picture layer.", layer.Name);
            layer = picture with { Asset = Asset };
        }
        return graphic.With(layer);
    }
}

/// <summary>Makes a picture known to the document.</summary>
public sealed record AddAsset(string Hash, Asset Asset) : Edit
{
    public override string Describe(Graphic graphic) => $"Add {Asset.Name}";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper) => graphic with { Assets = graphic.Assets.SetItem(Hash, Asset) };
}
