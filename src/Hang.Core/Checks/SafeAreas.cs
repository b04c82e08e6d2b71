using Hang.Core.Geometry;

namespace Hang.Core.Checks;

/// <summary>
/// Safe areas for 16:9 production: action within 93 %, graphics within 90 % of width and height. Source: EBU R 95 (version of 2017)
/// and SMPTE ST 2046-1, which agree on these figures.
/// </summary>
public static class SafeAreas
{
    /// <summary>Fraction of a side left free at each edge for action.</summary>
    public const double ActionMargin = 0.035;

    /// <summary>Fraction of a side left free at each edge for graphics.</summary>
    public const double GraphicsMargin = 0.05;

    public static Box Action(int width, int height) => Inset(width, height, ActionMargin);

    public static Box Graphics(int width, int height) => Inset(width, height, GraphicsMargin);

    private static Box Inset(int width, int height, double margin) => new(width * margin, height * margin, width * (1 - margin), height * (1 - margin));
}
