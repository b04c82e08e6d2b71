using System.Collections.Immutable;

namespace Hang.Core.Evaluation;

/// <summary>What a draw node paints.</summary>
public enum NodeKind
{
    Plate,
    Glyphs,
    Picture,

    /// <summary>Nothing: it tells where a hook is, or a layer whose pieces are nodes of their own.</summary>
    Place,
}

/// <summary>
/// The numbers of a draw node, in a fixed order for each kind. Both painters read them; nothing else about a moment reaches a painter.
/// Lengths are pixels in the node's own coordinates, the matrix takes those to pixels of the graphic.
/// </summary>
public static class Slots
{
    /// <summary>First of the six numbers a b c d e f of the matrix to the graphic.</summary>
    public const int Matrix = 0;

    /// <summary>0..1.</summary>
    public const int Opacity = 6;

    /// <summary>1: the node shows only inside the mask's edges; 0: unmasked.</summary>
    public const int Masked = 7;

    /// <summary>First of left, top, right, bottom.</summary>
    public const int Mask = 8;

    /// <summary>First of left, top, right, bottom of the node's content.</summary>
    public const int Box = 12;

    /// <summary>Standard deviation of a Gaussian blur; 0 for none. The mask's edges stay sharp.</summary>
    public const int Blur = 16;

    /// <summary>First slot that depends on the kind.</summary>
    public const int Own = 17;

    /// <summary>Plate: width, height. Picture: width, height.</summary>
    public const int Size = Own;

    /// <summary>Plate: radius at top left, top right, bottom right, bottom left.</summary>
    public const int Corners = Own + 2;

    /// <summary>Plate: first of red, green, blue, alpha.</summary>
    public const int PlateFill = Own + 6;

    /// <summary>Glyphs: pixels per thousandth of an em.</summary>
    public const int Unit = Own;

    /// <summary>Glyphs: tracking in thousandths of an em.</summary>
    public const int Tracking = Own + 1;

    /// <summary>Glyphs: leading in thousandths of an em.</summary>
    public const int Leading = Own + 2;

    /// <summary>Glyphs: first of red, green, blue, alpha.</summary>
    public const int GlyphsFill = Own + 3;

    private static readonly ImmutableArray<int> Counts = [Own + 10, Own + 7, Own + 2, Own];

    /// <summary>How many numbers a node of that kind has.</summary>
    public static int Count(NodeKind kind) => Counts[(int)kind];
}
