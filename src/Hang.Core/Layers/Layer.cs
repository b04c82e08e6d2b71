using System.Collections.Immutable;
using System.Text.Json.Serialization;
using Hang.Core.Idles;
using Hang.Core.Typesetting;

namespace Hang.Core.Layers;

/// <summary>One thing in a graphic. Layers are listed from the back to the front.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "kind")]
[JsonDerivedType(typeof(PlateLayer), "plate")]
[JsonDerivedType(typeof(TypeLayer), "type")]
[JsonDerivedType(typeof(PictureLayer), "picture")]
[JsonDerivedType(typeof(HookLayer), "hook")]
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

    /// <summary>In point: the first frame in which the layer shows. Absent: from the graphic's first.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public int? In { get; init; }

    /// <summary>Out point: the last frame in which the layer shows. Absent: to the graphic's last.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public int? Out { get; init; }

    /// <summary>Whether the layer turns with the path of its position.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public Facing Facing { get; init; }

    /// <summary>True or false: motion blur of its own; absent: as the graphic says.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public bool? MotionBlur { get; init; }

    /// <summary>Motions that repeat on top of the channels. Absent: none.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public ImmutableList<IdleMotion>? Idles { get; init; }

    /// <summary>True in the frames from the in point to the out point.</summary>
    public bool ShowsAt(double time) => time >= (In ?? 0) && (Out is not { } last || time < last + 1);

    [JsonPropertyOrder(10)]
    public ChannelSet Channels { get; init; } = ChannelSet.Empty;

    /// <summary>The channels that a layer of this kind has.</summary>
    [JsonIgnore]
    public abstract ImmutableArray<ChannelName> ChannelNames { get; }

    private protected static ImmutableArray<ChannelName> Common { get; } =
        [ChannelName.Position, ChannelName.Scale, ChannelName.Turn, ChannelName.Pivot, ChannelName.Opacity, ChannelName.Mask, ChannelName.Blur];
}

/// <summary>How a layer turns with the path of its position.</summary>
public enum Facing
{
    /// <summary>It does not.</summary>
    Fixed,

    /// <summary>Its x axis points along the path.</summary>
    Along,

    /// <summary>As <see cref="Along"/>, and mirrored where the path runs to the left, so that it never stands on its head.</summary>
    Upright,
}

/// <summary>An invisible carrier: it shows nothing, and layers hang from it.</summary>
public sealed record HookLayer : Layer
{
    /// <summary>Half the side of the square that stands for a hook on the stage, in pixels.</summary>
    public const double Reach = 24;

    private static readonly ImmutableArray<ChannelName> Names = [ChannelName.Position, ChannelName.Scale, ChannelName.Turn, ChannelName.Pivot];

    public override ImmutableArray<ChannelName> ChannelNames => Names;
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

    /// <summary>Letters, words or lines that move one after the other. Absent: the type moves as one.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public PieceStagger? Stagger { get; init; }

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
