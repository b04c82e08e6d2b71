using System.Buffers.Binary;
using System.IO.Compression;
using System.Text;

namespace Hang.Paint.Fonts;

/// <summary>A compressed web font unpacked into an OpenType file (W3C WOFF File Format 2.0).</summary>
public static class Woff2
{
    private const uint Signature = 0x774F4632;
    private const int HeaderBytes = 48;

    /// <summary>Fonts unpack to a few times their size; more is no font.</summary>
    private const int MostBytes = 64_000_000;

    /// <summary>Section 5.1: tables that are told by a number.</summary>
    private static readonly string[] Known =
    [
        "cmap",
        "head",
        "hhea",
        "hmtx",
        "maxp",
        "name",
        "OS/2",
        "post",
        "cvt ",
        "fpgm",
        "glyf",
        "loca",
        "prep",
        "CFF ",
        "VORG",
        "EBDT",
        "EBLC",
        "gasp",
        "hdmx",
        "kern",
        "LTSH",
        "PCLT",
        "VDMX",
        "vhea",
        "vmtx",
        "BASE",
        "GDEF",
        "GPOS",
        "GSUB",
        "EBSC",
        "JSTF",
        "MATH",
        "CBDT",
        "CBLC",
        "COLR",
        "CPAL",
        "SVG ",
        "sbix",
        "acnt",
        "avar",
        "bdat",
        "bloc",
        "bsln",
        "cvar",
        "fdsc",
        "feat",
        "fmtx",
        "fvar",
        "gvar",
        "hsty",
        "just",
        "lcar",
        "mort",
        "morx",
        "opbd",
        "prop",
        "trak",
        "Zapf",
        "Silf",
        "Glat",
        "Gloc",
        "Feat",
        "Sill",
    ];

    /// <summary>True for bytes that begin as such a font does.</summary>
    public static bool Is(ReadOnlySpan<byte> file) => file.Length > HeaderBytes && BinaryPrimitives.ReadUInt32BigEndian(file) == Signature;

    /// <exception cref="InvalidDataException">It is damaged, or holds several fonts.</exception>
    public static byte[] Unpack(byte[] file)
    {
        try
        {
            return Read(file);
        }
        catch (Exception e)
            when (e is ArgumentException or IndexOutOfRangeException or InvalidOperationException or OverflowException or KeyNotFoundException or IOException)
        {
            throw new InvalidDataException("The font is damaged.", e);
        }
    }

    private static byte[] Read(byte[] file)
    {
        var header = new Bytes(file);
        header.Skip(4);
        var flavour = header.UInt32();
        if (flavour == 0x74746366)
        {
            throw new InvalidDataException("It holds several fonts.");
        }
        header.Skip(4);
        int count = header.UInt16();
        header.Skip(6);
        var compressed = (int)header.UInt32();
        header.Skip(HeaderBytes - 24);
        var entries = new List<(string Tag, bool IsTransformed, int Length, int Stored)>();
        for (var i = 0; i < count; i++)
        {
            var flags = header.Byte();
            var tag = (flags & 63) == 63 ? Encoding.Latin1.GetString(header.Take(4)) : Known[flags & 63];
            var length = header.Base128();
            // Of outlines 3 says that they are as they were, of everything else 0.
            var transformed = tag is "glyf" or "loca" ? flags >> 6 != 3 : flags >> 6 != 0;
            entries.Add((tag, transformed, length, transformed ? header.Base128() : length));
        }
        var data = Inflate(header.Take(compressed).ToArray(), entries.Sum(e => (long)e.Stored));
        var tables = new SortedDictionary<string, byte[]>(StringComparer.Ordinal);
        var stored = new Dictionary<string, (byte[] Data, bool IsTransformed)>(StringComparer.Ordinal);
        var at = 0;
        foreach (var (tag, transformed, _, length) in entries)
        {
            stored[tag] = (data.AsSpan(at, length).ToArray(), transformed);
            at += length;
        }
        foreach (var (tag, (bytes, transformed)) in stored)
        {
            if (!transformed)
            {
                tables[tag] = bytes;
            }
        }
        if (stored.TryGetValue("glyf", out var glyf) && glyf.IsTransformed)
        {
            var outlines = Woff2Glyphs.Read(glyf.Data);
            (tables["glyf"], tables["loca"]) = (outlines.Glyf, outlines.Loca);
            // Places of glyphs are written as 32 bits.
            BinaryPrimitives.WriteInt16BigEndian(tables["head"].AsSpan(50), 1);
            if (stored.TryGetValue("hmtx", out var hmtx) && hmtx.IsTransformed)
            {
                tables["hmtx"] = Metrics(hmtx.Data, BinaryPrimitives.ReadUInt16BigEndian(tables["hhea"].AsSpan(34)), outlines.Lefts);
            }
        }
        return Sfnt(flavour, tables);
    }

    private static byte[] Inflate(byte[] compressed, long length)
    {
        if (length > MostBytes)
        {
            throw new InvalidDataException("It unpacks to more than a font holds.");
        }
        var data = new byte[length];
        using var stream = new BrotliStream(new MemoryStream(compressed), CompressionMode.Decompress);
        stream.ReadExactly(data);
        return data;
    }

    /// <summary>Section 5.4: bearings that are where the outlines begin are left out.</summary>
    private static byte[] Metrics(byte[] transformed, int full, short[] lefts)
    {
        var from = new Bytes(transformed);
        var flags = from.Byte();
        var advances = new ushort[full];
        for (var i = 0; i < full; i++)
        {
            advances[i] = from.UInt16();
        }
        var to = new MemoryStream();
        var bearings = new short[lefts.Length];
        for (var i = 0; i < lefts.Length; i++)
        {
            bearings[i] = (flags & (i < full ? 1 : 2)) != 0 ? lefts[i] : (short)from.UInt16();
        }
        for (var i = 0; i < lefts.Length; i++)
        {
            if (i < full)
            {
                Bytes.Put(to, advances[i]);
            }
            Bytes.Put(to, (ushort)bearings[i]);
        }
        return to.ToArray();
    }

    /// <summary>The tables as a file (OpenType 1.9, "Organization of an OpenType Font").</summary>
    private static byte[] Sfnt(uint flavour, SortedDictionary<string, byte[]> tables)
    {
        var to = new MemoryStream();
        Bytes.Put(to, (ushort)(flavour >> 16));
        Bytes.Put(to, (ushort)flavour);
        var power = (int)Math.Log2(tables.Count);
        Bytes.Put(to, (ushort)tables.Count);
        Bytes.Put(to, (ushort)(16 << power));
        Bytes.Put(to, (ushort)power);
        Bytes.Put(to, (ushort)(16 * tables.Count - (16 << power)));
        var place = 12 + 16 * tables.Count;
        foreach (var (tag, data) in tables)
        {
            to.Write(Encoding.Latin1.GetBytes(tag));
            Bytes.Put(to, Sum(data));
            Bytes.Put(to, (uint)place);
            Bytes.Put(to, (uint)data.Length);
            place += (data.Length + 3) & ~3;
        }
        foreach (var data in tables.Values)
        {
            to.Write(data);
            to.Write(new byte[-data.Length & 3]);
        }
        return to.ToArray();
    }

    private static uint Sum(byte[] data)
    {
        uint sum = 0;
        for (var i = 0; i < data.Length; i++)
        {
            sum += (uint)data[i] << (24 - 8 * (i & 3));
        }
        return sum;
    }
}
