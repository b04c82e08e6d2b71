using System.Collections.Immutable;
using Hang.Scene.Geometry;

namespace Hang.Scene.Typesetting;

/// <summary>A glyph of a shaped line, in thousandths of an em.</summary>
/// <param name="Outline">Its shape.</param>
/// <param name="X">Offset of its origin from the line's left end.</param>
/// <param name="Y">Offset from the baseline, downwards.</param>
/// <param name="Gap">Number of places to its left at which tracking adds space. Marks, ligatures and joined scripts are not torn apart.</param>
/// <param name="Stands">Index in the line, in UTF-16 units, of the first character that it stands for.</param>
public sealed record ShapedGlyph(Outline Outline, double X, double Y, int Gap, int Stands);

/// <summary>One line of type after shaping, glyphs from left to right, in thousandths of an em.</summary>
/// <param name="Advance">Width of the line.</param>
/// <param name="Gaps">Number of places at which tracking adds space.</param>
/// <param name="Ascent">Height above the baseline, positive, by the font.</param>
/// <param name="Descent">Depth below the baseline, positive, by the font.</param>
/// <param name="Missing">Characters for which no shipped font has a glyph, each once.</param>
public sealed record ShapedLine(ImmutableArray<ShapedGlyph> Glyphs, double Advance, int Gaps, double Ascent, double Descent, ImmutableArray<string> Missing);

/// <summary>Turns a line of text into glyphs: bidirectional order, font fallback, ligatures, kerning, marks.</summary>
public interface ITypeShaper
{
    /// <param name="line">Text without line feeds.</param>
    /// <param name="family">Name of a family that ships with Hang.</param>
    /// <param name="weight">CSS font weight, 1..1000.</param>
    /// <param name="spaced">True when letters are spaced: then no optional ligatures are taken, which would stand unspaced (CSS Text 3, section 8.2).</param>
    /// <param name="features">OpenType features to set, as <see cref="FontFeatures"/> reads them.</param>
    /// <exception cref="ProblemException">There is no such family.</exception>
    ShapedLine Shape(string line, string family, int weight, bool spaced = false, string features = "");

    /// <summary>
    /// Where a line may be broken: indexes in UTF-16 units before which the next line may begin (UAX #14), rising, without its beginning and end.
    /// </summary>
    ImmutableArray<int> Breaks(string line);

    /// <summary>The words of a line: Unicode's word boundaries (UAX #29), without the segments between words that hold no letter or digit.</summary>
    /// <returns>Where each word begins, and the length of it, in UTF-16 units, rising.</returns>
    ImmutableArray<(int Start, int Length)> Words(string line);

    /// <summary>What combines shapes, outlines of type among them.</summary>
    IShapeCombiner Shapes { get; }
}
