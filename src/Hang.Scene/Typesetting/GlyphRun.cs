using System.Collections.Immutable;
using System.Security.Cryptography;
using System.Text;
using Hang.Scene.Geometry;

namespace Hang.Scene.Typesetting;

/// <summary>Glyphs in their places, as the operation "glyphs" takes them.</summary>
public sealed class GlyphRun
{
    public GlyphRun(ImmutableArray<SetGlyph> glyphs)
    {
        Glyphs = glyphs;
        Places = [.. glyphs.SelectMany(g => new[] { (float)g.X, (float)g.Y, (float)g.Spread, g.Row })];
        using var hash = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
        foreach (var glyph in glyphs)
        {
            hash.AppendData(Encoding.ASCII.GetBytes(glyph.Outline.Hash));
        }
        hash.AppendData(System.Runtime.InteropServices.MemoryMarshal.AsBytes(Places.AsSpan()));
        Hash = "r" + Convert.ToHexStringLower(hash.GetCurrentHash()[..12]);
    }

    public ImmutableArray<SetGlyph> Glyphs { get; }

    /// <summary>Four numbers for each glyph: x, y, spread, row, see <see cref="SetGlyph"/>. Not to be changed.</summary>
    public float[] Places { get; }

    /// <summary>Content hash: "r" and the first 96 bits of SHA-256, in hexadecimal digits.</summary>
    public string Hash { get; }

    /// <summary>Box around all ink, in thousandths of an em; empty without ink.</summary>
    public Box Bounds(double tracking, double leading)
    {
        var box = Box.Empty;
        foreach (var glyph in Glyphs)
        {
            var (x, y, ink) = (glyph.X + glyph.Spread * tracking, glyph.Y + glyph.Row * leading, glyph.Outline.Bounds);
            box = box.Union(new(ink.Left + x, ink.Top + y, ink.Right + x, ink.Bottom + y));
        }
        return box;
    }
}
