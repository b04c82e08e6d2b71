using System.Runtime.InteropServices;
using Hang.Core.Handoff;

namespace Hang.Media.Reading;

/// <summary>A decoded picture of R'G'B' and alpha, 8 bits each, as it stands in the file.</summary>
internal sealed class StillFrame(byte[] rgba, int width, FrameMemory? memory = null) : DecodedFrame(rgba, memory)
{
    public override FrameError Compare(ReadOnlySpan<byte> meant, int frame)
    {
        var should = MemoryMarshal.Cast<byte, uint>(meant);
        var has = MemoryMarshal.Cast<byte, uint>(Bytes);
        double worst = 0,
            sum = 0,
            worstAlpha = 0,
            sumAlpha = 0;
        var blocks = new LumaBlocks(width);
        for (var i = 0; i < has.Length; i++)
        {
            var (p, q) = (should[i], has[i]);
            if (p != q)
            {
                double alpha = Math.Abs((int)(p >> 24) - (int)(q >> 24));
                worstAlpha = Math.Max(worstAlpha, alpha);
                sumAlpha += alpha;
                var weight = (p >> 24) / 255.0;
                for (var shift = 0; shift < 24; shift += 8)
                {
                    var colour = Math.Abs((int)((p >> shift) & 0xFF) - (int)((q >> shift) & 0xFF)) * weight;
                    worst = Math.Max(worst, colour);
                    sum += colour;
                }
                blocks.Add(i % width, MathF.Abs(LumaBlocks.Luma(p) - LumaBlocks.Luma(q)) * (float)weight);
            }
            if (i % width == width - 1)
            {
                blocks.EndRow(i == has.Length - 1);
            }
        }
        return new(frame, worst, sum / (3.0 * has.Length), worstAlpha, sumAlpha / has.Length, blocks.Worst);
    }

    public override (double Least, double Greatest) AlphaRange()
    {
        byte least = 255,
            greatest = 0;
        for (var i = 3; i < Bytes.Length; i += 4)
        {
            least = Math.Min(least, Bytes[i]);
            greatest = Math.Max(greatest, Bytes[i]);
        }
        return (least, greatest);
    }

    public override byte[] ToRgba() => Bytes;
}
