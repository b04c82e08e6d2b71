using System.Runtime.CompilerServices;
using System.Runtime.Intrinsics;

namespace Hang.Paint.Pixels;

/// <summary>A mask as it stands moved, between pixels too: there each is the mean of its neighbours, by how near they are.</summary>
internal sealed unsafe class Moved : IDisposable
{
    private const int Whole = 256;

    /// <summary>Farther than this, in pixels, nothing is seen any more.</summary>
    private const float Most = 1 << 20;

    private readonly Mask mask;
    private readonly int x,
        y,
        partX,
        partY,
        length,
        channels;
    private readonly Blocks blocks;
    private readonly Blocks.Block block;

    /// <param name="right">How far it is moved, in pixels.</param>
    /// <param name="length">The longest row that is asked for.</param>
    /// <param name="channels">Bytes of a pixel; all places across are counted in bytes.</param>
    public Moved(Blocks blocks, Mask mask, float right, float down, int length, int channels = 1)
    {
        (this.blocks, this.mask, this.length, this.channels) = (blocks, mask, length, channels);
        (x, partX) = Parts(right);
        (y, partY) = Parts(down);
        block = blocks.Take(2L * (length + channels));
    }

    /// <summary>The mask at so many pixels from one on; what lies outside of it is nothing.</summary>
    public byte* Row(int left, int top, int count)
    {
        // With the one before the first.
        byte* row = block.Data,
            above = block.Data + length + channels;
        var from = left - (x + 1) * channels;
        Copy(top - y, from, row, count + channels);
        if (partY > 0)
        {
            Copy(top - y - 1, from, above, count + channels);
            Blend(row, above, row, count + channels, partY);
        }
        if (partX > 0)
        {
            Blend(row + channels, row, above, count, partX);
            return above;
        }
        return row + channels;
    }

    public void Dispose() => blocks.Give(block);

    private static (int Whole, int Part) Parts(float by)
    {
        var all = (int)MathF.Round(Math.Clamp(by, -Most, Most) * Whole);
        return (all >> 8, all & (Whole - 1));
    }

    private void Copy(int row, int from, byte* to, int count)
    {
        var all = new Span<byte>(to, count);
        var p = mask.Place;
        if (row < p.Top || row >= p.Bottom)
        {
            all.Clear();
            return;
        }
        var (begin, end) = (Math.Clamp(p.Left - from, 0, count), Math.Clamp(p.Right - from, 0, count));
        all[..begin].Clear();
        if (end > begin)
        {
            new ReadOnlySpan<byte>(mask.Row(row) + from + begin - p.Left, end - begin).CopyTo(all[begin..]);
        }
        all[Math.Max(begin, end)..].Clear();
    }

    /// <summary>The means of two rows.</summary>
    /// <param name="part">Of the second, in 256ths.</param>
    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    private static void Blend(byte* first, byte* second, byte* to, int count, int part)
    {
        var (a, b, half, i) = (Vector256.Create((ushort)(Whole - part)), Vector256.Create((ushort)part), Vector256.Create((ushort)(Whole / 2)), 0);
        for (; i <= count - 32; i += 32)
        {
            var (x, y) = (Vector256.Load(first + i), Vector256.Load(second + i));
            var low = (Vector256.WidenLower(x) * a + Vector256.WidenLower(y) * b + half) >>> 8;
            var high = (Vector256.WidenUpper(x) * a + Vector256.WidenUpper(y) * b + half) >>> 8;
            Vector256.Narrow(low, high).Store(to + i);
        }
        for (; i < count; i++)
        {
            to[i] = (byte)((first[i] * (Whole - part) + second[i] * part + Whole / 2) >> 8);
        }
    }
}
