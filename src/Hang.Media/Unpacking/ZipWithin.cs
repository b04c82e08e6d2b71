using System.Buffers.Binary;
using System.IO.Compression;
using Hang.Scene;

namespace Hang.Media.Unpacking;

/// <summary>A zip (PKWARE APPNOTE 6.3) of which no more is read than a budget has. Each entry is unpacked once.</summary>
public sealed class ZipWithin : IDisposable
{
    /// <summary>Most files in a zip.</summary>
    public const int MostEntries = 20_000;

    // Of an entry in the list at the end of a zip: 46 bytes and its name.
    private const int ListBytes = MostEntries * 300;
    private const int EndBytes = 22,
        MostComment = 65_535;
    private const uint EndSignature = 0x06054B50,
        LongEnd = 0x07064B50;

    private readonly ZipArchive zip;
    private readonly Budget budget;
    private readonly Dictionary<string, byte[]> read = new(StringComparer.Ordinal);

    private readonly Func<ProblemException> none;

    /// <param name="none">What to say where it is no zip; null: just that.</param>
    /// <exception cref="ProblemException">It is no zip, or holds too many files.</exception>
    public ZipWithin(byte[] file, Budget budget, Func<ProblemException>? none = null)
    {
        this.budget = budget;
        this.none = none ?? None;
        DemandFew(file);
        try
        {
            zip = new(new MemoryStream(file, false), ZipArchiveMode.Read);
            Names = [.. zip.Entries.Select(e => e.FullName)];
        }
        catch (Exception e) when (e is InvalidDataException or ArgumentException or IOException or NotSupportedException)
        {
            throw this.none();
        }
        if (Names.Any(n => n.Any(char.IsControl)))
        {
            throw new ProblemException(
                $"A file in {budget.Shown} has a name with control characters.",
                $"Give it another name, and zip it again.",
                field: "file"
            );
        }
    }

    /// <summary>Full names of the files in it.</summary>
    public IReadOnlyList<string> Names { get; }

    /// <summary>Whether it has a file.</summary>
    public bool Has(string name) => zip.GetEntry(name) is not null;

    /// <summary>A file of it, unpacked.</summary>
    /// <param name="most">Most bytes that it may have.</param>
    /// <exception cref="ProblemException">It is not there, damaged, packed in a way that is not known, or too large.</exception>
    public byte[] Read(string name, long most)
    {
        if (read.TryGetValue(name, out var known))
        {
            return known;
        }
        using var stream = Open(name);
        using var bytes = new MemoryStream();
        var room = new byte[81_920];
        try
        {
            for (int count; (count = stream.Read(room, 0, room.Length)) > 0; )
            {
                if (bytes.Length + count > most)
                {
                    throw new ProblemException(
                        $"{Scene.Quoted.Short(name)} in {budget.Shown} is larger than {most / 1_000_000} MB.",
                        $"Use a smaller one.",
                        field: "file"
                    );
                }
                bytes.Write(room, 0, count);
            }
        }
        catch (Exception e) when (e is InvalidDataException or IOException or NotSupportedException)
        {
            throw Damaged(name);
        }
        return read[name] = bytes.ToArray();
    }

    /// <summary>A file of it as a stream, whose bytes count as they are read.</summary>
    /// <exception cref="ProblemException">It is not there, or packed in a way that is not known.</exception>
    public Stream Open(string name)
    {
        var entry = zip.GetEntry(name) ?? throw new ProblemException($"{Scene.Quoted.Short(name)} is not in {budget.Shown}.", $"Save it again.", field: "file");
        try
        {
            return budget.Of(entry.Open());
        }
        catch (Exception e) when (e is InvalidDataException or IOException or NotSupportedException)
        {
            throw Damaged(name);
        }
    }

    /// <summary>What to say of a file in it that cannot be unpacked.</summary>
    public ProblemException Damaged(string name) =>
        new(
            $"{Scene.Quoted.Short(name)} in {budget.Shown} is damaged, or packed in a way that Hang does not know.",
            $"Zip it again, in the ordinary way (deflate).",
            field: "file"
        );

    public void Dispose() => zip.Dispose();

    /// <summary>The list of files would be read whole before anybody could count them.</summary>
    private void DemandFew(byte[] file)
    {
        for (var at = file.Length - EndBytes; at >= Math.Max(0, file.Length - EndBytes - MostComment); at--)
        {
            if (BinaryPrimitives.ReadUInt32LittleEndian(file.AsSpan(at)) != EndSignature)
            {
                continue;
            }
            long list = BinaryPrimitives.ReadUInt32LittleEndian(file.AsSpan(at + 16));
            if (list == uint.MaxValue && at >= 20 && BinaryPrimitives.ReadUInt32LittleEndian(file.AsSpan(at - 20)) == LongEnd)
            {
                var end = BinaryPrimitives.ReadInt64LittleEndian(file.AsSpan(at - 12));
                list = end >= 0 && end <= file.Length - 56 ? BinaryPrimitives.ReadInt64LittleEndian(file.AsSpan((int)end + 48)) : -1;
            }
            if (list < 0 || list > at)
            {
                throw none();
            }
            if (at - list > ListBytes)
            {
                throw new ProblemException($"{budget.Shown} holds too many files.", $"Keep it to {MostEntries}, or divide it.", field: "file");
            }
            return;
        }
        throw none();
    }

    private ProblemException None() => new($"{budget.Shown} is no zip file, or is damaged.", $"Zip it again.", field: "file");
}
