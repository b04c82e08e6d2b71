using Hang.Core.Layers;
using Hang.Scene.Geometry;

namespace Hang.Core.Documents;

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

    /// <summary>
    /// True for a layer whose words have to stay within the graphics safe area: credits come and go through the edges, and so does what runs in other
    /// graphics.
    /// </summary>
    public static bool Holds(Graphic graphic, Layer layer) => graphic.Kind != GraphicKind.Credits && !layer.Content.Kind.RunsThrough(layer.Content.Values);

    private static Box Inset(int width, int height, double margin) => new(width * margin, height * margin, width * (1 - margin), height * (1 - margin));
}
