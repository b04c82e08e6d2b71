namespace Hang.Scene.PaintList;

/// <summary>How a group is mixed with what is painted already: the modes of W3C Compositing and Blending, and three ways of cutting (its operators).
/// A layer of a document can say the modes only, each by the same name.</summary>
public enum Mixing
{
    Normal,

    /// <summary>What is there stays where the group covers it (destination-in).</summary>
    CutTo,

    /// <summary>What is there stays where the group does not cover it (destination-out).</summary>
    CutOut,

    /// <summary>The group shows only where something is already (source-atop).</summary>
    Onto,

    Multiply,
    Screen,
    Overlay,
    Darken,
    Lighten,
    ColorDodge,
    ColorBurn,
    HardLight,
    SoftLight,
    Difference,
    Exclusion,
    Hue,
    Saturation,
    Color,
    Luminosity,
    PlusLighter,
}
