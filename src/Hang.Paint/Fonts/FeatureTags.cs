using System.Buffers.Binary;
using System.Collections.Immutable;
using System.Text;
using HarfBuzzSharp;

namespace Hang.Paint.Fonts;

/// <summary>The features of a font: the feature lists of its tables GSUB and GPOS (OpenType 1.9, chapter 2, FeatureList table).</summary>
internal static class FeatureTags
{
    private const int ListAt = 6,
        RecordSize = 6;

    public static ImmutableArray<string> Of(Face face) => [.. Of(face, "GSUB").Concat(Of(face, "GPOS")).Distinct().Order(StringComparer.Ordinal)];

    private static List<string> Of(Face face, string table)
    {
        using var blob = face.ReferenceTable(Tag.Parse(table));
        var bytes = blob.AsSpan();
        var tags = new List<string>();
        if (bytes.Length < ListAt + 2)
        {
            return tags;
        }
        int list = BinaryPrimitives.ReadUInt16BigEndian(bytes[ListAt..]);
        var count = list + 2 <= bytes.Length ? BinaryPrimitives.ReadUInt16BigEndian(bytes[list..]) : 0;
        for (var i = 0; i < count && list + 2 + (i + 1) * RecordSize <= bytes.Length; i++)
        {
            tags.Add(Encoding.ASCII.GetString(bytes.Slice(list + 2 + i * RecordSize, 4)));
        }
        return tags;
    }
}
