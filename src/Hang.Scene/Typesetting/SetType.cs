using System.Collections.Immutable;
using Hang.Scene.Geometry;

namespace Hang.Scene.Typesetting;

/// <summary>To which side lines of type are set.</summary>
public enum Alignment
{
    Left,
    Centre,
    Right,
}

/// <summary>A glyph in its place within a type layer, in thousandths of an em: drawn at
/// (<c>X + Spread × tracking</c>, <c>Y + Row × leading</c>).</summary>
/// <param name="Stands">Index in its line, in UTF-16 units, of the first character that it stands for.</param>
public sealed record SetGlyph(Outline Outline, double X, double Y, double Spread, int Row, int Stands);

/// <summary>
/// The type of a layer, set in lines about its origin: the alignment point on the first baseline. Independent of size, tracking and
/// leading, which change over time.
/// </summary>
public sealed class SetType
{
    private readonly ImmutableArray<ShapedLine> lines;
    private readonly double anchor;
    private readonly bool isPiece;

    private SetType(ImmutableArray<ShapedLine> lines, double anchor, ImmutableArray<SetGlyph> glyphs, bool isPiece)
    {
        this.lines = lines;
        this.anchor = anchor;
        this.isPiece = isPiece;
        Glyphs = glyphs;
        Missing = isPiece ? [] : [.. lines.SelectMany(l => l.Missing).Distinct()];
        Run = new(glyphs);
    }

    public ImmutableArray<SetGlyph> Glyphs { get; }

    /// <summary>The glyphs as one resource.</summary>
    public GlyphRun Run { get; }

    /// <summary>The greatest height of a line above its baseline, by its fonts, in thousandths of an em.</summary>
    public double Ascent => lines.Max(l => l.Ascent);

    /// <summary>The greatest depth of a line below its baseline.</summary>
    public double Descent => lines.Max(l => l.Descent);

    /// <summary>Characters that no shipped font has.</summary>
    public ImmutableArray<string> Missing { get; }

    /// <exception cref="ProblemException">The family does not ship.</exception>
    public static SetType Of(string text, string family, int weight, Alignment align, ITypeShaper shaper, bool spaced = false, string features = "")
    {
        var lines = TextPieces.Lines(text).Select(l => shaper.Shape(l, family, weight, spaced, features)).ToImmutableArray();
        var anchor = align switch
        {
            Alignment.Left => 0,
            Alignment.Centre => 0.5,
            _ => 1.0,
        };
        var glyphs = lines.SelectMany(
            (line, row) =>
                line
                    .Glyphs.Where(g => g.Outline.Commands.Length > 0)
                    .Select(g => new SetGlyph(g.Outline, g.X - anchor * line.Advance, g.Y, g.Gap - anchor * line.Gaps, row, g.Stands))
        );
        return new(lines, anchor, [.. glyphs], false);
    }

    /// <summary>Width of the widest line, in thousandths of an em.</summary>
    public double WidthAt(double tracking) => lines.Max(l => l.Advance + tracking * l.Gaps);

    /// <summary>The box of each line that has words, as <see cref="Box"/> sees it; of a piece, its own.</summary>
    public IEnumerable<Box> LineBoxes(double tracking, double leading)
    {
        if (isPiece)
        {
            yield return Box(tracking, leading);
            yield break;
        }
        for (var row = 0; row < lines.Length; row++)
        {
            var width = lines[row].Advance + tracking * lines[row].Gaps;
            yield return width > 0
                ? new(-anchor * width, row * leading - lines[row].Ascent, (1 - anchor) * width, row * leading + lines[row].Descent)
                : Geometry.Box.Empty;
        }
    }

    /// <summary>
    /// Where a caret stands before each UTF-16 unit of the text and at its end, in thousandths of an em: x, and the top and bottom of its line.
    /// </summary>
    /// <param name="text">The text that was set.</param>
    public IEnumerable<(double X, double Top, double Bottom)> Carets(string text, double tracking, double leading)
    {
        var texts = TextPieces.Lines(text);
        for (var row = 0; row < lines.Length; row++)
        {
            var line = lines[row];
            var width = line.Advance + tracking * line.Gaps;
            for (var i = 0; i <= texts[row].Length; i++)
            {
                var next = line.Glyphs.Where(g => g.Stands >= i).MinBy(g => (g.Stands, g.X));
                yield return (
                    (next is null ? width : next.X + tracking * next.Gap) - anchor * width,
                    row * leading - line.Ascent,
                    row * leading + line.Descent
                );
            }
        }
    }

    /// <summary>All glyphs as one shape.</summary>
    public Outline OutlineAt(double tracking, double leading)
    {
        var commands = new List<float>();
        foreach (var glyph in Glyphs)
        {
            glyph.Outline.CopyTo(commands, (float)(glyph.X + glyph.Spread * tracking), (float)(glyph.Y + glyph.Row * leading));
        }
        return new([.. commands], Run.Bounds(tracking, leading));
    }

    /// <summary>The letters, words or lines that have ink, as one reads them, each in its place.</summary>
    public ImmutableArray<SetType> Split(string text, PieceKind by, ITypeShaper shaper)
    {
        var places = TextPieces.Lines(text).Select(l => TextPieces.Of(l, by, shaper)).ToArray();
        return
        [
            .. Glyphs
                .GroupBy(g => (g.Row, Piece: places[g.Row][g.Stands]))
                .OrderBy(g => g.Key.Row)
                .ThenBy(g => g.Key.Piece)
                .Select(g => new SetType(lines, anchor, [.. g], true)),
        ];
    }

    /// <summary>The box of the type, in thousandths of an em: the lines' advances by the fonts' ascent and descent, and all ink. A piece's box is as
    /// wide as its ink.</summary>
    /// <param name="tracking">Thousandths of an em.</param>
    /// <param name="leading">Thousandths of an em from baseline to baseline.</param>
    public Box Box(double tracking, double leading)
    {
        var box = Geometry.Box.Empty;
        for (var row = 0; row < lines.Length && !isPiece; row++)
        {
            var width = Math.Max(lines[row].Advance + tracking * lines[row].Gaps, 1);
            box = box.Union(new(-anchor * width, row * leading - lines[row].Ascent, (1 - anchor) * width, row * leading + lines[row].Descent));
        }
        foreach (var glyph in Glyphs)
        {
            var (x, y, ink) = (glyph.X + glyph.Spread * tracking, glyph.Y + glyph.Row * leading, glyph.Outline.Bounds);
            box = box.Union(new(ink.Left + x, ink.Top + y, ink.Right + x, ink.Bottom + y));
            if (isPiece)
            {
                var line = lines[glyph.Row];
                box = box.Union(new(ink.Left + x, glyph.Row * leading - line.Ascent, ink.Right + x, glyph.Row * leading + line.Descent));
            }
        }
        return box;
    }
}
