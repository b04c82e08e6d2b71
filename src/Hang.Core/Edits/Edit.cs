using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Serialization;
using Hang.Core.Documents;
using Hang.Core.Layers;
using Hang.Core.Time;

namespace Hang.Core.Edits;

/// <summary>
/// A small change to a graphic. Edits are values: they are sent by the bench, applied here, and kept with the revision they made.
/// </summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "do")]
[JsonDerivedType(typeof(Several), "several")]
[JsonDerivedType(typeof(AddLayer), "addLayer")]
[JsonDerivedType(typeof(RemoveLayers), "removeLayers")]
[JsonDerivedType(typeof(DuplicateLayers), "duplicateLayers")]
[JsonDerivedType(typeof(OrderLayer), "orderLayer")]
[JsonDerivedType(typeof(ChangeLayer), "changeLayer")]
[JsonDerivedType(typeof(AddAsset), "addAsset")]
[JsonDerivedType(typeof(SetValue), "setValue")]
[JsonDerivedType(typeof(Nudge), "nudge")]
[JsonDerivedType(typeof(AddKey), "addKey")]
[JsonDerivedType(typeof(RemoveKeys), "removeKeys")]
[JsonDerivedType(typeof(MoveKeys), "moveKeys")]
[JsonDerivedType(typeof(SetFeel), "setFeel")]
[JsonDerivedType(typeof(ClearKeys), "clearKeys")]
[JsonDerivedType(typeof(SetPhases), "setPhases")]
[JsonDerivedType(typeof(ChangeGraphic), "changeGraphic")]
public abstract record Edit
{
    /// <summary>The graphic after this edit, all rules kept.</summary>
    /// <exception cref="ProblemException">The edit cannot be applied, or would break a rule.</exception>
    public Graphic ApplyTo(Graphic graphic) => GraphicRules.Demand(Change(graphic));

    /// <summary>What the edit does, for the list of revisions: a few words.</summary>
    public abstract string Describe(Graphic graphic);

    private protected abstract Graphic Change(Graphic graphic);

    /// <summary>A part of <see cref="Several"/>, before the rules are demanded of the whole.</summary>
    internal Graphic Part(Graphic graphic) => Change(graphic);

    private protected static string NameOf(Graphic graphic, string layer) => graphic.Layers.FirstOrDefault(l => l.Id == layer)?.Name ?? "a layer";
}

/// <summary>Edits that are applied and undone as one.</summary>
public sealed record Several(ImmutableArray<Edit> Edits) : Edit
{
    private const int Most = 2000;

    public override string Describe(Graphic graphic) => Edits.IsEmpty ? "Nothing" : Edits[^1].Describe(graphic);

    private protected override Graphic Change(Graphic graphic) => Edits.Length > Most
        ? throw new ProblemException($"{Edits.Length} edits at once are too many.", $"Send {Most} or fewer.")
        : Edits.Aggregate(graphic, (g, e) => e.Part(g));
}

/// <summary>Puts a layer in front of all others, or at a place. An empty id is replaced by a free one; a taken name gets a number.</summary>
/// <param name="At">Index from the back; absent: in front.</param>
public sealed record AddLayer(Layer Layer, int? At = null) : Edit
{
    public override string Describe(Graphic graphic) => $"Add {Layer.Name}";

    private protected override Graphic Change(Graphic graphic)
    {
        var layer = Layer with
        {
            Id = Layer.Id.Length > 0 ? Layer.Id : LayerIds.Free(graphic),
            Name = LayerNames.Free(Layer.Name, graphic.Layers.Select(l => l.Name)),
        };
        return graphic with { Layers = graphic.Layers.Insert(Math.Clamp(At ?? graphic.Layers.Length, 0, graphic.Layers.Length), layer) };
    }
}

/// <summary>Deletes layers. What hangs from them hangs from their carrier afterwards.</summary>
public sealed record RemoveLayers(ImmutableArray<string> Layers) : Edit
{
    public override string Describe(Graphic graphic) => Layers.Length == 1 ? $"Delete {NameOf(graphic, Layers[0])}" : $"Delete {Layers.Length} layers";

    private protected override Graphic Change(Graphic graphic)
    {
        foreach (var id in Layers)
        {
            var gone = graphic.Layer(id);
            graphic = graphic with
            {
                Layers = [.. graphic.Layers.Where(l => l.Id != id).Select(l => l.HangsFrom == id ? l with { HangsFrom = gone.HangsFrom } : l)],
            };
        }
        return graphic;
    }
}

/// <summary>Copies layers, each directly in front of its original.</summary>
public sealed record DuplicateLayers(ImmutableArray<string> Layers) : Edit
{
    public override string Describe(Graphic graphic) => Layers.Length == 1 ? $"Duplicate {NameOf(graphic, Layers[0])}" : $"Duplicate {Layers.Length} layers";

    private protected override Graphic Change(Graphic graphic)
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

    private protected override Graphic Change(Graphic graphic)
    {
        var layer = graphic.Layer(Layer);
        var rest = graphic.Layers.Remove(layer);
        return graphic with { Layers = rest.Insert(Math.Clamp(To, 0, rest.Length), layer) };
    }
}

/// <summary>Changes what a layer is, apart from its channels. Absent parts stay; empty text takes a field or a carrier away.</summary>
public sealed record ChangeLayer(
    string Layer, string? Name = null, string? Field = null, bool? Hidden = null, bool? Locked = null, string? HangsFrom = null,
    string? Text = null, string? Family = null, int? Weight = null, Alignment? Align = null, string? Asset = null) : Edit
{
    public override string Describe(Graphic graphic)
    {
        var name = NameOf(graphic, Layer);
        return Name is not null ? $"Rename {name}" : Text is not null ? $"Retype {name}" : Hidden is { } h ? (h ? $"Hide {name}" : $"Show {name}") : Locked is { } l ? (l ? $"Lock {name}" : $"Unlock {name}") : $"Change {name}";
    }

    private protected override Graphic Change(Graphic graphic)
    {
        var layer = graphic.Layer(Layer);
        layer = layer with
        {
            Name = Name ?? layer.Name,
            Field = Field is null ? layer.Field : Field.Trim().Length > 0 ? Field.Trim() : null,
            Hidden = Hidden ?? layer.Hidden,
            Locked = Locked ?? layer.Locked,
            HangsFrom = HangsFrom is null ? layer.HangsFrom : HangsFrom.Length > 0 ? HangsFrom : null,
        };
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

    private protected override Graphic Change(Graphic graphic) => graphic with { Assets = graphic.Assets.SetItem(Hash, Asset) };
}

/// <summary>Changes the graphic itself. Absent parts stay. A changed rate keeps frames, not seconds.</summary>
public sealed record ChangeGraphic(string? Name = null, GraphicKind? Kind = null, int? Width = null, int? Height = null, FrameRate? Rate = null) : Edit
{
    public override string Describe(Graphic graphic) => Name is not null ? "Rename the graphic" : "Change the format";

    private protected override Graphic Change(Graphic graphic) => graphic with
    {
        Name = Name ?? graphic.Name,
        Kind = Kind ?? graphic.Kind,
        Width = Width ?? graphic.Width,
        Height = Height ?? graphic.Height,
        Rate = Rate ?? graphic.Rate,
    };
}

/// <summary>Sets a channel's value: at the playhead when the channel is keyed, for all time when it is not.</summary>
/// <param name="Value">As documents write it: a number, an array of numbers, or "#RRGGBB".</param>
/// <param name="At">The frame shown.</param>
public sealed record SetValue(string Layer, ChannelName Channel, JsonElement Value, int At) : Edit
{
    public override string Describe(Graphic graphic) => $"{Channel} of {NameOf(graphic, Layer)}";

    private protected override Graphic Change(Graphic graphic)
    {
        var layer = graphic.Layer(Layer);
        var value = EditValue.Read(layer, Channel, Value);
        return graphic.With(EditValue.Put(layer, Channel, value, At));
    }
}

/// <summary>Moves layers by a few pixels from wherever they are, so that nudges that follow each other quickly add up.</summary>
/// <param name="By">Pixels right and down, in the coordinates that the layers' positions are given in.</param>
/// <param name="At">The frame shown.</param>
public sealed record Nudge(ImmutableArray<string> Layers, ImmutableArray<double> By, int At) : Edit
{
    public override string Describe(Graphic graphic) => Layers.Length == 1 ? $"Nudge {NameOf(graphic, Layers[0])}" : $"Nudge {Layers.Length} layers";

    private protected override Graphic Change(Graphic graphic)
    {
        if (By.Length != 2)
        {
            throw new ProblemException("A nudge needs two numbers.", "Nothing was changed.", field: "by");
        }
        foreach (var id in Layers)
        {
            var layer = graphic.Layer(id);
            var from = layer.Channels[ChannelName.Position].At(At);
            graphic = graphic.With(EditValue.Put(layer, ChannelName.Position, new(from.X + By[0], from.Y + By[1]), At));
        }
        return graphic;
    }
}
