namespace Hang.Media.Stills;

/// <summary>The compression of a GIF's pixels: Lempel, Ziv and Welch with codes of growing length (GIF89a, appendix F).</summary>
internal static class LzwCodes
{
    private const int Clear = 256,
        End = 257,
        FirstFree = 258,
        LeastBits = 9,
        MostBits = 12,
        MostCodes = 1 << MostBits,
        BlockBytes = 255,
        HashBits = 14;

    /// <summary>The data of a picture: its least code size, its blocks, and the empty block that ends them.</summary>
    /// <param name="pixels">Places in a table of 256 colours, at least one.</param>
    public static byte[] Pack(ReadOnlySpan<byte> pixels)
    {
        var codes = new Codes();
        var (keys, values) = (new int[1 << HashBits], new short[1 << HashBits]);
        var (next, bits) = (FirstFree, LeastBits);
        codes.Add(Clear, bits);
        int before = pixels[0];
        foreach (var pixel in pixels[1..])
        {
            // 0 marks an empty place.
            var key = (before << 8 | pixel) + 1;
            var slot = (int)((uint)key * 2654435761u >> (32 - HashBits));
            while (keys[slot] != key && keys[slot] != 0)
            {
                slot = slot + 1 & (1 << HashBits) - 1;
            }
            if (keys[slot] == key)
            {
                before = values[slot];
                continue;
            }
            codes.Add(before, bits);
            before = pixel;
            if (next == MostCodes)
            {
                codes.Add(Clear, bits);
                Array.Clear(keys);
                (next, bits) = (FirstFree, LeastBits);
                continue;
            }
            // Whoever reads knows a code one step later, so the length grows with the first code that does not fit.
            bits += next == 1 << bits ? 1 : 0;
            (keys[slot], values[slot]) = (key, (short)next++);
        }
        codes.Add(before, bits);
        // The last code made one more for whoever reads.
        codes.Add(End, next == 1 << bits && bits < MostBits ? bits + 1 : bits);
        return codes.Finish();
    }

    /// <summary>Codes as bits, the lowest first, in blocks of up to 255 bytes, each after its length.</summary>
    private sealed class Codes
    {
        private readonly List<byte> bytes = [LeastBits - 1];
        private uint held;
        private int count,
            block = -1;

        public void Add(int code, int bits)
        {
            held |= (uint)code << count;
            for (count += bits; count >= 8; count -= 8, held >>= 8)
            {
                Add((byte)held);
            }
        }

        public byte[] Finish()
        {
            if (count > 0)
            {
                Add((byte)held);
            }
            bytes.Add(0);
            return [.. bytes];
        }

        private void Add(byte value)
        {
            if (block < 0 || bytes[block] == BlockBytes)
            {
                block = bytes.Count;
                bytes.Add(0);
            }
            bytes.Add(value);
            bytes[block]++;
        }
    }
}
