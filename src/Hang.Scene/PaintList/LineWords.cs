using System.Collections.Immutable;

namespace Hang.Scene.PaintList;

/// <summary>How a line ends (SVG 2, stroke-linecap).</summary>
public enum LineCap
{
    Butt,
    Round,
    Square,
}

/// <summary>How a line turns a corner (SVG 2, stroke-linejoin).</summary>
public enum LineJoin
{
    Miter,
    Round,
    Bevel,
}

/// <summary>The words of a line.</summary>
/// <param name="Dashes">Lengths of dashes and gaps, in turn, in pixels; none for a whole line.</param>
public sealed record LineWords(LineCap Cap, LineJoin Join, ImmutableArray<float> Dashes);
