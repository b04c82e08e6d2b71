using System.Buffers.Binary;

namespace Hang.Media.Slices;

/// <summary>
/// A ProRes frame taken apart (SMPTE RDD 36): its headers, and its slices in order. A slice is up to eight macroblocks in a row, each of 16 x 16 pixels,
/// and depends on nothing outside of itself while the quantisation is fixed.
/// </summary>
internal sealed class ProresFrame
{
    private const int FrameStart = 8,
        PictureHeader = 8,
        CountAt = 5;
    private readonly byte[] headers;

    private ProresFrame(byte[] headers, ReadOnlyMemory<byte>[] slices) => (this.headers, Slices) = (headers, slices);

    /// <summary>True when another frame differs in nothing but its slices: its headers are the same but for its length.</summary>
    public bool IsLike(ProresFrame other)
    {
        if (headers.Length != other.headers.Length || Slices.Length != other.Slices.Length)
        {
            return false;
        }
        // The lengths of frame and picture stand at their starts.
        var picture = headers.Length - PictureHeader;
        return headers.AsSpan(4, picture - 3).SequenceEqual(other.headers.AsSpan(4, picture - 3))
            && headers.AsSpan(picture + CountAt).SequenceEqual(other.headers.AsSpan(picture + CountAt));
    }

    /// <summary>What <see cref="IsLike"/> compares, as text: by it frames of other files are decoded in the same way, or are not.</summary>
    public string HeaderText
    {
        get
        {
            var picture = headers.Length - PictureHeader;
            return $"{Convert.ToHexStringLower(headers.AsSpan(4, picture - 3))} {Convert.ToHexStringLower(headers.AsSpan(picture + CountAt))} {Slices.Length}";
        }
    }

    /// <summary>The slices from left to right, row by row.</summary>
    public ReadOnlyMemory<byte>[] Slices { get; }

    /// <param name="sample">A whole sample: size, "icpf", frame header, picture header, the slices' sizes, the slices.</param>
    /// <exception cref="InvalidDataException">It is not put together like that.</exception>
    public static ProresFrame Read(ReadOnlySpan<byte> sample)
    {
        static InvalidDataException Other() => new("The encoder's frame is not put together as SMPTE RDD 36 has it.");
        if (sample.Length < FrameStart + 2)
        {
            throw Other();
        }
        var picture = FrameStart + BinaryPrimitives.ReadUInt16BigEndian(sample[FrameStart..]);
        if (picture + PictureHeader > sample.Length)
        {
            throw Other();
        }
        var count = BinaryPrimitives.ReadUInt16BigEndian(sample[(picture + CountAt)..]);
        var slices = new ReadOnlyMemory<byte>[count];
        var at = picture + PictureHeader + 2 * count;
        if (at > sample.Length)
        {
            throw Other();
        }
        for (var i = 0; i < count; i++)
        {
            var length = BinaryPrimitives.ReadUInt16BigEndian(sample[(picture + PictureHeader + 2 * i)..]);
            slices[i] = at + length <= sample.Length ? sample.Slice(at, length).ToArray() : throw Other();
            at += length;
        }
        return at == sample.Length ? new(sample[..(picture + PictureHeader)].ToArray(), slices) : throw Other();
    }

    /// <summary>Puts a frame with these headers together from slices.</summary>
    /// <param name="into">Emptied first.</param>
    public void Assemble(ReadOnlySpan<ReadOnlyMemory<byte>> slices, MemoryStream into)
    {
        into.SetLength(0);
        into.Write(headers);
        Span<byte> size = stackalloc byte[2];
        foreach (var slice in slices)
        {
            BinaryPrimitives.WriteUInt16BigEndian(size, (ushort)slice.Length);
            into.Write(size);
        }
        foreach (var slice in slices)
        {
            into.Write(slice.Span);
        }
        var frame = into.GetBuffer().AsSpan(0, (int)into.Length);
        var picture = headers.Length - PictureHeader;
        BinaryPrimitives.WriteUInt32BigEndian(frame, (uint)frame.Length);
        BinaryPrimitives.WriteUInt32BigEndian(frame[(picture + 1)..], (uint)(frame.Length - picture));
    }
}
