namespace Hang.Paint.Fonts;

/// <summary>The outlines of a WOFF2 font, whose parts lie in streams of their own (section 5.1), put together again.</summary>
internal static class Woff2Glyphs
{
    private const int OverlapFlag = 0x40,
        More = 0x20,
        Instructed = 0x100;

    /// <returns>The tables glyf and loca with places of 32 bits, and where each glyph begins from the left.</returns>
    public static (byte[] Glyf, byte[] Loca, short[] Lefts) Read(byte[] transformed)
    {
        var head = new Bytes(transformed);
        head.Skip(2);
        var options = head.UInt16();
        int count = head.UInt16();
        head.Skip(2);
        var sizes = new int[7];
        for (var i = 0; i < sizes.Length; i++)
        {
            sizes[i] = checked((int)head.UInt32());
        }
        var (contours, points, flags, glyphs, composites) = (
            head.Part(sizes[0]),
            head.Part(sizes[1]),
            head.Part(sizes[2]),
            head.Part(sizes[3]),
            head.Part(sizes[4])
        );
        var boxes = head.Part(sizes[5]);
        var instructions = head.Part(sizes[6]);
        var hasBox = boxes.Take((count + 31) / 32 * 4).ToArray();
        var overlaps = (options & 1) != 0 ? head.Take((count + 7) / 8).ToArray() : null;
        var (glyf, loca, lefts) = (new MemoryStream(), new MemoryStream(), new short[count]);
        for (var i = 0; i < count; i++)
        {
            Bytes.Put(loca, (uint)glyf.Length);
            var box = (hasBox[i >> 3] & (0x80 >> (i & 7))) != 0 ? boxes.Take(8).ToArray() : null;
            int number = contours.UInt16();
            if (number == 0)
            {
                continue;
            }
            lefts[i] =
                number == 0xFFFF
                    ? Composite(glyf, composites, glyphs, instructions, box ?? throw new InvalidOperationException("A glyph has no box."))
                    : Simple(glyf, number, points, flags, glyphs, instructions, box, overlaps is not null && (overlaps[i >> 3] & (0x80 >> (i & 7))) != 0);
            glyf.Write(new byte[-glyf.Length & 3]);
        }
        Bytes.Put(loca, (uint)glyf.Length);
        return (glyf.ToArray(), loca.ToArray(), lefts);
    }

    private static short Simple(MemoryStream to, int contours, Bytes points, Bytes flags, Bytes glyphs, Bytes instructions, byte[]? box, bool overlaps)
    {
        var ends = new int[contours];
        var total = 0;
        for (var i = 0; i < contours; i++)
        {
            total += points.Short255();
            ends[i] = total - 1;
        }
        var (xs, ys, on) = (new int[total], new int[total], new bool[total]);
        int x = 0,
            y = 0;
        for (var i = 0; i < total; i++)
        {
            var flag = flags.Byte();
            on[i] = flag >> 7 == 0;
            var (dx, dy) = Step(flag & 127, glyphs);
            (x, y) = (x + dx, y + dy);
            (xs[i], ys[i]) = (x, y);
        }
        var code = instructions.Take(glyphs.Short255());
        Bytes.Put(to, (ushort)contours);
        if (box is not null)
        {
            to.Write(box);
        }
        else
        {
            foreach (var edge in total == 0 ? [0, 0, 0, 0] : new[] { xs.Min(), ys.Min(), xs.Max(), ys.Max() })
            {
                Bytes.Put(to, (ushort)edge);
            }
        }
        foreach (var end in ends)
        {
            Bytes.Put(to, (ushort)end);
        }
        Bytes.Put(to, (ushort)code.Length);
        to.Write(code);
        // OpenType, "Simple Glyph Description": 1 on the curve, 16 and 32 without a change across and down; everything else as 16 bits.
        for (var i = 0; i < total; i++)
        {
            var (sameX, sameY) = (xs[i] == (i > 0 ? xs[i - 1] : 0), ys[i] == (i > 0 ? ys[i - 1] : 0));
            to.WriteByte((byte)((on[i] ? 1 : 0) | (sameX ? 16 : 0) | (sameY ? 32 : 0) | (i == 0 && overlaps ? OverlapFlag : 0)));
        }
        PutSteps(to, xs);
        PutSteps(to, ys);
        return box is not null ? (short)(box[0] << 8 | box[1]) : (short)(total == 0 ? 0 : xs.Min());
    }

    private static void PutSteps(MemoryStream to, int[] places)
    {
        for (var i = 0; i < places.Length; i++)
        {
            var by = places[i] - (i > 0 ? places[i - 1] : 0);
            if (by != 0)
            {
                Bytes.Put(to, (ushort)by);
            }
        }
    }

    /// <summary>Section 5.2: how a point is told from the one before, in one byte to four.</summary>
    private static (int X, int Y) Step(int flag, Bytes from)
    {
        static int Signed(int flag, int value) => (flag & 1) != 0 ? value : -value;
        if (flag < 10)
        {
            return (0, Signed(flag, ((flag & 14) << 7) + from.Byte()));
        }
        if (flag < 20)
        {
            return (Signed(flag, (((flag - 10) & 14) << 7) + from.Byte()), 0);
        }
        if (flag < 84)
        {
            var (b, next) = (flag - 20, from.Byte());
            return (Signed(flag, 1 + (b & 0x30) + (next >> 4)), Signed(flag >> 1, 1 + ((b & 0x0C) << 2) + (next & 0x0F)));
        }
        if (flag < 120)
        {
            var (b, first, second) = (flag - 84, from.Byte(), from.Byte());
            return (Signed(flag, 1 + (b / 12 << 8) + first), Signed(flag >> 1, 1 + (b % 12 >> 2 << 8) + second));
        }
        if (flag < 124)
        {
            var (first, second, third) = (from.Byte(), from.Byte(), from.Byte());
            return (Signed(flag, (first << 4) + (second >> 4)), Signed(flag >> 1, ((second & 0x0F) << 8) + third));
        }
        var (dx, dy) = (from.UInt16(), from.UInt16());
        return (Signed(flag, dx), Signed(flag >> 1, dy));
    }

    /// <summary>A glyph of other glyphs is written as it was; only its instructions lie elsewhere.</summary>
    private static short Composite(MemoryStream to, Bytes composites, Bytes glyphs, Bytes instructions, byte[] box)
    {
        Bytes.Put(to, (ushort)0xFFFF);
        to.Write(box);
        var instructed = false;
        for (ushort flags = More; (flags & More) != 0; )
        {
            flags = composites.UInt16();
            instructed |= (flags & Instructed) != 0;
            Bytes.Put(to, flags);
            var rest =
                2
                + ((flags & 1) != 0 ? 4 : 2)
                + (
                    (flags & 8) != 0 ? 2
                    : (flags & 0x40) != 0 ? 4
                    : (flags & 0x80) != 0 ? 8
                    : 0
                );
            to.Write(composites.Take(rest));
        }
        if (instructed)
        {
            var code = instructions.Take(glyphs.Short255());
            Bytes.Put(to, (ushort)code.Length);
            to.Write(code);
        }
        return (short)(box[0] << 8 | box[1]);
    }
}
