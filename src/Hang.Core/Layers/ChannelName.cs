namespace Hang.Core.Layers;

/// <summary>The values of a layer that can change over time. See <see cref="ChannelSpec"/> for units and ranges.</summary>
public enum ChannelName
{
    Position,
    Scale,
    Turn,
    Pivot,
    Opacity,
    Mask,
    Size,
    Corners,
    Fill,
    TypeSize,
    Tracking,
    Leading,
    Blur,
}
