using System.Buffers.Binary;
using System.Globalization;
using Hang.Core.Handoff;
using Hang.Media.Frames;
using Hang.Scene;

namespace Hang.Media.Movies;

/// <summary>
/// What a movie says of itself in the atoms that players read (Apple, QuickTime File Format; ISO/IEC 14496-12): the colours of its pictures, and its first
/// timecode.
/// </summary>
/// <param name="Colour">Primaries, transfer and matrix after ITU-T H.273; null where nothing is said.</param>
/// <param name="Timecode">Number of the first frame, frames that timecode counts a second, and whether it drops some; null where there is no timecode
/// track.</param>
internal sealed record MovTags((int Primaries, int Transfer, int Matrix)? Colour, (uint First, int Nominal, bool Drops)? Timecode)
{
    // Of a movie of ours at most some MB.
    private const long MostBytes = 256 * 1024 * 1024;

    /// <summary>Reads them; nothing where the file is no movie.</summary>
    public static MovTags Read(string path)
    {
        using var file = File.OpenRead(path);
        return Movie(file) is { } movie ? Of(movie, file) : new(null, null);
    }

    /// <summary>What of them is to be proved.</summary>
    /// <param name="transfer">The transfer that the file should say.</param>
    public static IEnumerable<ProofFact> Facts(string path, Delivery delivery, int transfer)
    {
        var tags = Read(path);
        yield return ProofFact.Of(
            $"colour for players",
            $"1, {transfer}, 1",
            tags.Colour is { } c ? (Sentence)$"{c.Primaries}, {c.Transfer}, {c.Matrix}" : $"not said"
        );
        yield return ProofFact.Of(
            $"timecode for players",
            $"{Text((uint)delivery.FirstTimecode, delivery.Rate.Nominal, delivery.Rate.IsDropFrame)}",
            tags.Timecode is { } t ? (Sentence)$"{Text(t.First, t.Nominal, t.Drops)}" : $"not said"
        );
    }

    private static string Text(uint first, int nominal, bool drops) =>
        string.Create(CultureInfo.InvariantCulture, $"frame {first} of {nominal} a second{(drops ? ", with drop-frame" : "")}");

    private static MovTags Of(byte[] movie, FileStream file)
    {
        (int, int, int)? colour = null;
        (uint, int, bool)? timecode = null;
        foreach (var track in Parts(movie).Where(p => p.Name == "trak"))
        {
            var media = Find(track.Of(movie), "mdia");
            var kind = Find(media, "hdlr") is { Length: >= 12 } handler ? System.Text.Encoding.Latin1.GetString(handler.AsSpan(8, 4)) : "";
            var table = Find(Find(media, "minf"), "stbl");
            if (Find(table, "stsd") is not { Length: > 16 } description)
            {
                continue;
            }
            var entry = description.AsSpan(8).ToArray();
            if (kind == "vide" && colour is null && entry.Length > 86)
            {
                // 8 of the atom, 78 of what every picture says of itself.
                colour = Find(entry[86..], "colr") is { Length: >= 10 } colr ? (U16(colr, 4), U16(colr, 6), U16(colr, 8)) : null;
            }
            else if (kind == "tmcd" && entry.Length >= 33)
            {
                var at =
                    Find(table, "stco") is { Length: >= 12 } places ? BinaryPrimitives.ReadUInt32BigEndian(places.AsSpan(8))
                    : Find(table, "co64") is { Length: >= 16 } far ? BinaryPrimitives.ReadUInt64BigEndian(far.AsSpan(8))
                    : ulong.MaxValue;
                if (at <= (ulong)Math.Max(0, file.Length - 4))
                {
                    var number = new byte[4];
                    file.Position = (long)at;
                    file.ReadExactly(number);
                    timecode = (BinaryPrimitives.ReadUInt32BigEndian(number), entry[32], (BinaryPrimitives.ReadUInt32BigEndian(entry.AsSpan(20)) & 1) != 0);
                }
            }
        }
        return new(colour, timecode);
    }

    private static int U16(byte[] bytes, int at) => BinaryPrimitives.ReadUInt16BigEndian(bytes.AsSpan(at));

    /// <summary>The movie atom of a file.</summary>
    private static byte[]? Movie(FileStream file)
    {
        var head = new byte[16];
        for (long at = 0; at + 8 <= file.Length; )
        {
            file.Position = at;
            var read = file.ReadAtLeast(head, 16, false);
            long size = BinaryPrimitives.ReadUInt32BigEndian(head);
            var header = 8;
            if (size == 1 && read == 16)
            {
                (size, header) = (BinaryPrimitives.ReadInt64BigEndian(head.AsSpan(8)), 16);
            }
            size = size == 0 ? file.Length - at : size;
            if (size < header || size > file.Length - at)
            {
                return null;
            }
            if (System.Text.Encoding.Latin1.GetString(head, 4, 4) == "moov")
            {
                if (size > MostBytes)
                {
                    return null;
                }
                var movie = new byte[size - header];
                file.Position = at + header;
                file.ReadExactly(movie);
                return movie;
            }
            at += size;
        }
        return null;
    }

    private static byte[] Find(byte[] atom, string name) => Parts(atom).FirstOrDefault(p => p.Name == name) is { Name: not null } part ? part.Of(atom) : [];

    private static IEnumerable<Part> Parts(byte[] atom)
    {
        for (var at = 0; at + 8 <= atom.Length; )
        {
            long size = BinaryPrimitives.ReadUInt32BigEndian(atom.AsSpan(at));
            if (size < 8 || at + size > atom.Length)
            {
                yield break;
            }
            yield return new(System.Text.Encoding.Latin1.GetString(atom, at + 4, 4), at + 8, (int)size - 8);
            at += (int)size;
        }
    }

    private readonly record struct Part(string Name, int At, int Length)
    {
        public byte[] Of(byte[] atom) => atom.AsSpan(At, Length).ToArray();
    }
}
