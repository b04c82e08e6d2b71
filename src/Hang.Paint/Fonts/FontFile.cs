using System.Buffers.Binary;
using Hang.Scene;
using Hang.Scene.Sources;
using Hang.Scene.Values;
using SkiaSharp;

namespace Hang.Paint.Fonts;

/// <summary>What a font's maker lets be done with it (OpenType 1.9, OS/2 table, fsType).</summary>
public enum Embedding
{
    /// <summary>It may lie in documents, and be taken out of them.</summary>
    Installable,

    /// <summary>It may lie in documents that are edited.</summary>
    Editable,

    /// <summary>It may lie in documents that are shown and printed; Hang puts it in none.</summary>
    Preview,
}

/// <summary>A font that somebody gave, checked.</summary>
/// <param name="Hash">Content hash of the file as it is kept: "sha256-" and 64 hexadecimal digits.</param>
/// <param name="Family">Its family, with "Italic" behind it for an italic.</param>
/// <param name="Weight">CSS font weight.</param>
/// <param name="Bytes">An OpenType file, unpacked.</param>
public sealed record FontFile(string Hash, string Name, string Family, int Weight, Embedding Embedding, byte[] Bytes)
{
    private const int Restricted = 2,
        PreviewAndPrint = 4,
        Editing = 8,
        Bitmaps = 0x200;

    /// <summary>Checks a font by its content: TrueType, OpenType or WOFF2.</summary>
    /// <param name="name">File name it came with, for messages.</param>
    /// <exception cref="ProblemException">It is no font that can be used, or its maker does not allow it.</exception>
    public static FontFile Read(string name, byte[] file)
    {
        var shown = Quoted.Short(name);
        var bytes = Unpacked(name, file);
        using var data = SKData.CreateCopy(bytes);
        using var typeface = SKTypeface.FromData(data);
        if (typeface is null || typeface.GlyphCount == 0 || typeface.FamilyName.Length == 0 || !HasOutlines(typeface))
        {
            throw NoFont(shown);
        }
        var family = typeface.FamilyName.Trim() + (typeface.IsItalic ? " Italic" : "");
        if (family.Length > 100)
        {
            throw new ProblemException($"{shown} has a name of {family.Length} characters.", $"Use a font with a shorter name.", field: "font");
        }
        return new(HashKind.HashOf(bytes), name, family, Math.Clamp(typeface.FontWeight, 1, 1000), EmbeddingOf(shown, typeface), bytes);
    }

    /// <summary>What documents and packages know of it.</summary>
    public FontAsset Facts =>
        new()
        {
            Name = Name,
            Family = Family,
            Weight = Weight,
        };

    /// <summary>A font as it is kept, judged by its first bytes alone: nothing of it has been opened yet.</summary>
    /// <param name="name">File name it came with, for messages.</param>
    /// <exception cref="ProblemException">It is no font that can be used.</exception>
    public static byte[] Unpacked(string name, byte[] file)
    {
        var shown = Quoted.Short(name);
        if (file.Length > FontSources.Kind.MostBytes)
        {
            throw new ProblemException($"{shown} is too large.", $"Use a font of {FontSources.Kind.MostBytes / 1_000_000} MB or less.", field: "font");
        }
        if (file.Length < 12)
        {
            throw NoFont(shown);
        }
        if (Woff2.Is(file))
        {
            try
            {
                return Woff2.Unpack(file);
            }
            catch (InvalidDataException)
            {
                throw new ProblemException(
                    $"{shown} cannot be unpacked: it is damaged, or holds several fonts.",
                    $"Use the font as TTF or OTF.",
                    field: "font"
                );
            }
        }
        return BinaryPrimitives.ReadUInt32BigEndian(file) switch
        {
            0x00010000 or 0x4F54544F or 0x74727565 => file,
            0x74746366 => throw new ProblemException($"{shown} holds several fonts.", $"Use a file for each of them.", field: "font"),
            0x774F4646 => throw new ProblemException($"{shown} is packed in an older way (WOFF).", $"Use the font as WOFF2, TTF or OTF.", field: "font"),
            _ => throw NoFont(shown),
        };
    }

    private static bool HasOutlines(SKTypeface typeface) =>
        typeface.GetTableTags().Any(t => t is 0x676C7966 or 0x43464620 or 0x43464632) && typeface.UnitsPerEm > 0;

    private static Embedding EmbeddingOf(string shown, SKTypeface typeface)
    {
        const uint Os2 = 0x4F532F32;
        const int At = 8;
        // Without the table nothing is forbidden.
        var bits = typeface.TryGetTableData(Os2, out var table) && table.Length >= At + 2 ? BinaryPrimitives.ReadUInt16BigEndian(table.AsSpan(At)) : (ushort)0;
        if ((bits & Bitmaps) != 0)
        {
            throw new ProblemException(
                $"The maker of {shown} allows only pictures of it to be used (fsType {bits}).",
                $"Ask for a licence that allows embedding, or choose another font.",
                field: "font"
            );
        }
        // Of several bits the least restrictive counts.
        return (bits & 0xF) == 0 ? Embedding.Installable
            : (bits & Editing) != 0 ? Embedding.Editable
            : (bits & PreviewAndPrint) != 0 ? Embedding.Preview
            : (bits & Restricted) != 0
                ? throw new ProblemException(
                    $"The maker of {shown} does not allow it to be embedded (fsType {bits}).",
                    $"Ask for a licence that allows embedding, or choose another font.",
                    field: "font"
                )
            : Embedding.Installable;
    }

    private static ProblemException NoFont(string shown) => new($"{shown} is no font that Hang can read.", $"Use a TTF, OTF or WOFF2 file.", field: "font");
}
