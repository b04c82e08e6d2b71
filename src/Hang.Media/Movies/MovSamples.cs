using System.Buffers.Binary;
using Hang.Media.Probing;
using Microsoft.Win32.SafeHandles;

namespace Hang.Media.Movies;

/// <summary>
/// The pictures of a QuickTime file as its own tables tell of them (Apple, QuickTime File Format). Of parts that are to be joined this is enough, and takes no
/// process of its own: the file that is made of them is looked at by ffprobe.
/// </summary>
/// <param name="Code">Four letters of how they are coded.</param>
/// <param name="Width">In pixels.</param>
/// <param name="Height">In pixels.</param>
/// <param name="Places">Where each lies, in order.</param>
internal sealed record MovSamples(string Code, int Width, int Height, IReadOnlyList<SamplePlace> Places)
{
    private const int MostTables = 256 << 20,
        Picture = 36;

    /// <summary>Where the pictures of a part lie.</summary>
    /// <exception cref="Scene.ProblemException">It cannot be read as video.</exception>
    public static async Task<IReadOnlyList<SamplePlace>> PlacesAsync(string path, CancellationToken cancel) =>
        Read(path)?.Places ?? await SamplePlace.ReadAsync(path, cancel);

    /// <summary>Reads the first track of pictures; null where the file is made in a way that is not ours, or is damaged.</summary>
    public static MovSamples? Read(string path)
    {
        using var file = File.OpenHandle(path);
        var length = RandomAccess.GetLength(file);
        try
        {
            return Tables(file, length) is { } movie ? Tracks(movie).Select(t => Of(t, length)).FirstOrDefault(t => t is not null) : null;
        }
        catch (Exception e) when (e is ArgumentOutOfRangeException or OverflowException)
        {
            // A length that leads out of what there is.
            return null;
        }
    }

    /// <summary>The content of the atom that tells what the file is made of.</summary>
    private static byte[]? Tables(SafeFileHandle file, long length)
    {
        var head = new byte[16];
        for (long at = 0; at + 8 <= length; )
        {
            var got = RandomAccess.Read(file, head, at);
            var (size, begin) = ((long)BinaryPrimitives.ReadUInt32BigEndian(head), 8);
            if (size == 1 && got == 16)
            {
                (size, begin) = (checked((long)BinaryPrimitives.ReadUInt64BigEndian(head.AsSpan(8))), 16);
            }
            if (size < begin || size > length - at)
            {
                return null;
            }
            if (Name(head.AsSpan(4)) == "moov")
            {
                var content = new byte[size - begin <= MostTables ? size - begin : 0];
                return RandomAccess.Read(file, content, at + begin) == content.Length ? content : null;
            }
            at += size;
        }
        return null;
    }

    private static IEnumerable<ReadOnlyMemory<byte>> Tracks(ReadOnlyMemory<byte> movie) => Within(movie).Where(a => a.Name == "trak").Select(a => a.Content);

    private static MovSamples? Of(ReadOnlyMemory<byte> track, long length)
    {
        var media = Only(track, "mdia");
        var handler = Only(media, "hdlr").Span;
        if (handler.Length < 12 || Name(handler[8..]) != "vide")
        {
            return null;
        }
        var tables = Within(Only(Only(media, "minf"), "stbl")).GroupBy(a => a.Name, StringComparer.Ordinal).ToDictionary(g => g.Key, g => g.First().Content);
        if (
            !tables.TryGetValue("stsd", out var looks)
            || U32(looks, 4) != 1
            || !tables.TryGetValue("stsz", out var sizes)
            || !tables.TryGetValue("stsc", out var runs)
            || !(tables.TryGetValue("stco", out var chunks) || tables.TryGetValue("co64", out chunks))
        )
        {
            return null;
        }
        var wide = !tables.ContainsKey("stco");
        var places = new List<SamplePlace>();
        var (same, count, run, each) = (U32(sizes, 4), U32(sizes, 8), 0u, 0u);
        for (var chunk = 0u; chunk < U32(chunks, 4) && places.Count < count; chunk++)
        {
            if (run < U32(runs, 4) && U32(runs, 8 + 12 * (long)run) == chunk + 1)
            {
                each = U32(runs, 12 + 12 * (long)run++);
            }
            var at = wide ? checked((long)BinaryPrimitives.ReadUInt64BigEndian(Slice(chunks, 8 + 8 * (long)chunk, 8))) : U32(chunks, 8 + 4 * (long)chunk);
            for (var i = 0u; i < each && places.Count < count; i++)
            {
                var size = checked((int)(same > 0 ? same : U32(sizes, 12 + 4 * (long)places.Count)));
                if (at > length - size)
                {
                    return null;
                }
                places.Add(new(at, size));
                at += size;
            }
        }
        var look = Slice(looks, 8, Picture);
        var (width, height) = (BinaryPrimitives.ReadUInt16BigEndian(look[32..]), BinaryPrimitives.ReadUInt16BigEndian(look[34..]));
        return places.Count == count ? new(Name(look[4..]), width, height, places) : null;
    }

    /// <summary>The first atom of a name; nothing where there is none.</summary>
    private static ReadOnlyMemory<byte> Only(ReadOnlyMemory<byte> atoms, string name) => Within(atoms).FirstOrDefault(a => a.Name == name).Content;

    private static IEnumerable<(string Name, ReadOnlyMemory<byte> Content)> Within(ReadOnlyMemory<byte> atoms)
    {
        while (atoms.Length >= 8)
        {
            var size = U32(atoms, 0);
            if (size < 8 || size > atoms.Length)
            {
                yield break;
            }
            yield return (Name(atoms.Span[4..]), atoms[8..(int)size]);
            atoms = atoms[(int)size..];
        }
    }

    private static uint U32(ReadOnlyMemory<byte> from, long at) => BinaryPrimitives.ReadUInt32BigEndian(Slice(from, at, 4));

    private static ReadOnlySpan<byte> Slice(ReadOnlyMemory<byte> from, long at, int count) => from.Span.Slice(checked((int)at), count);

    private static string Name(ReadOnlySpan<byte> at) => System.Text.Encoding.Latin1.GetString(at[..4]);
}
