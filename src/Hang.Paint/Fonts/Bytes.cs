using System.Buffers.Binary;

namespace Hang.Paint.Fonts;

/// <summary>Bytes of a font, read one after the other, the most significant first.</summary>
internal sealed class Bytes(ReadOnlyMemory<byte> data)
{
    private int at;

    public byte Byte() => data.Span[at++];

    public ushort UInt16()
    {
        at += 2;
        return BinaryPrimitives.ReadUInt16BigEndian(data.Span[(at - 2)..]);
    }

    public uint UInt32()
    {
        at += 4;
        return BinaryPrimitives.ReadUInt32BigEndian(data.Span[(at - 4)..]);
    }

    public ReadOnlySpan<byte> Take(int count)
    {
        at += count;
        return data.Span.Slice(at - count, count);
    }

    public Bytes Part(int count)
    {
        at += count;
        return new(data.Slice(at - count, count));
    }

    public void Skip(int count) => at += count;

    /// <summary>WOFF2, section 4.1: seven bits a byte, the last without the highest bit.</summary>
    public int Base128()
    {
        uint value = 0;
        for (var i = 0; i < 5; i++)
        {
            var next = Byte();
            value = checked(value << 7 | (uint)(next & 127));
            if ((next & 128) == 0)
            {
                return checked((int)value);
            }
        }
        throw new InvalidOperationException("A number is too long.");
    }

    /// <summary>WOFF2, section 4.2: one byte below 253, else two or three.</summary>
    public int Short255()
    {
        var first = Byte();
        return first switch
        {
            253 => UInt16(),
            255 => Byte() + 253,
            254 => Byte() + 506,
            _ => first,
        };
    }

    public static void Put(Stream to, ushort value)
    {
        to.WriteByte((byte)(value >> 8));
        to.WriteByte((byte)value);
    }

    public static void Put(Stream to, uint value)
    {
        Put(to, (ushort)(value >> 16));
        Put(to, (ushort)value);
    }
}
