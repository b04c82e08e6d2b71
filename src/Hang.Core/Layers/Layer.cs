using System.Collections.Immutable;
using System.Text.Json.Serialization;

namespace Hang.Core.Layers;

/// <summary>One thing in a graphic. Layers are listed from the back to the front.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "kind")]
[JsonDerivedType(typeof(PlateLayer), "plate")]
[JsonDerivedType(typeof(TypeLayer), "type")]
[JsonDerivedType(typeof(PictureLayer), "picture")]
public abstract record Layer
{
    /// <summary>Short text, unique within the graphic, that never changes.</summary>
    public required string Id { get; init; }

    /// <summary>What the layer shows, in a person's words.</summary>
    public required string Name { get; init; }

    /// <summary>Name of the field through which an editor fills this layer: the words of type, the picture of a picture, the colour of a plate. Absent: not fillable.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public string? Field { get; init; }

    /// <summary>Id of the layer whose position, scale and turn this one follows.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public string? HangsFrom { get; init; }

    /// <summary>True: neither shown nor rendered.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public bool Hidden { get; init; }

    /// <summary>True: the stage does not select it.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public bool Locked { get; init; }

    [JsonPropertyOrder(10)]
    public ChannelSet Channels { get; init; } = ChannelSet.Empty;

    /// <summary>The channels that a layer of this kind has.</summary>
    [JsonIgnore]
    public abstract ImmutableArray<ChannelName> ChannelNames { get; }

    private protected static ImmutableArray<ChannelName> Common { get; } =
        [ChannelName.Position, ChannelName.Scale, ChannelName.Turn, ChannelName.Pivot, ChannelName.Opacity, ChannelName.Mask];
}

/// <summary>A filled rectangle with its own radius at each corner.</summary>
public sealed record PlateLayer : Layer
{
    private static readonly ImmutableArray<ChannelName> Names = Common.AddRange(ChannelName.Size, ChannelName.Corners, ChannelName.Fill);

    public override ImmutableArray<ChannelName> ChannelNames => Names;
}

/// <summary>To which side lines of type are set.</summary>
public enum Alignment
{
    Left,
    Centre,
    Right,
}

/// <summary>Words, set in one of the fonts that ship with Hang. A line feed starts a new line.</summary>
public sealed record TypeLayer : Layer
{
    public const int MostCharacters = 4000;

    private static readonly ImmutableArray<ChannelName> Names =
        Common.AddRange(ChannelName.TypeSize, ChannelName.Tracking, ChannelName.Leading, ChannelName.Fill);

    public required string Text { get; init; }

    /// <summary>Name of a font family that ships with Hang.</summary>
    public string Family { get; init; } = "Inter";

    /// <summary>CSS font weight, 1..1000; the nearest weight that the family has is used.</summary>
    public int Weight { get; init; } = 400;

    public Alignment Align { get; init; } = Alignment.Left;

    public override ImmutableArray<ChannelName> ChannelNames => Names;
}

/// <summary>A picture, stretched to the layer's size.</summary>
public sealed record PictureLayer : Layer
{
    private static readonly ImmutableArray<ChannelName> Names = Common.Add(ChannelName.Size);

    /// <summary>Content hash of the picture; a key of the document's assets.</summary>
    public required string Asset { get; init; }

    public override ImmutableArray<ChannelName> ChannelNames => Names;
}
