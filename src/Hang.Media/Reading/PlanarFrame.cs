using System.Runtime.InteropServices;
using System.Runtime.Intrinsics;
using Hang.Core.Handoff;

namespace Hang.Media.Reading;

/// <summary>
/// A decoded video frame: planes Y', Cb, Cr and alpha of 12 bits, narrow range, converted to R'G'B' in floating point by
/// ITU-R BT.709-6 (items 3.2 to 3.5). Alpha is full range.
/// </summary>
/// <param name="sampling">Where colour has less resolution: how. Such a frame is compared with what was meant in that very resolution, and luma block by
/// block too; null: colour has all.</param>
internal sealed class PlanarFrame(byte[] planes, int width, int height, FrameShape? sampling, FrameMemory? memory = null) : DecodedFrame(planes, memory)
{
    // Narrow range of 12 bits: Y' 256..3760, Cb and Cr 256..3840 about 2048 (BT.709-6, item 3.5, for n = 12).
    private const float Luma = 255f / (3760 - 256);
    private const float Chroma = 255f / (3840 - 256);
    private const float Alpha = 255f / 4095;
    private const float RedFromCr = 1.5748f;
    private const float GreenFromCb = -0.1873f;
    private const float GreenFromCr = -0.4681f;
    private const float BlueFromCb = 1.8556f;

    // EBU R 103: R'G'B' from -5 to 105 %, luma from -1 to 103 % (of 256..3760 in 12 bits).
    private const float LowRgb = -0.05f * 255,
        HighRgb = 1.05f * 255,
        Seen = 8;
    private const ushort LowLuma = 256 - 35,
        HighLuma = 3760 + 105;
    private readonly int count = width * height;
    private readonly FrameMemory own = memory ?? new();

    public override FrameError Compare(ReadOnlySpan<byte> meant, int frame)
    {
        var pixels = MemoryMarshal.Cast<byte, uint>(meant);
        var sum = new ErrorSum();
        if (sampling is null)
        {
            Add(ref sum, pixels, 0, count);
            return sum.Of(frame, count);
        }
        var wanted = new PlanarFrame(sampling.Sampled(meant, width, height, own), width, height, sampling, own);
        AddSampled(ref sum, pixels, wanted);
        var (block, shade) = WorstBlocks(pixels, wanted);
        wanted.LetGo();
        return sum.Of(frame, count) with { WorstBlock = block, WorstShade = shade };
    }

    /// <summary>Adds the error of all pixels to what they are at best.</summary>
    private void AddSampled(ref ErrorSum error, ReadOnlySpan<uint> meant, PlanarFrame wanted)
    {
        ReadOnlySpan<ushort> y = Plane(0),
            cb = Plane(1),
            cr = Plane(2),
            a = Plane(3);
        ReadOnlySpan<ushort> wy = wanted.Plane(0),
            wcb = wanted.Plane(1),
            wcr = wanted.Plane(2);
        float worst = 0,
            worstAlpha = 0;
        double sum = 0,
            sumAlpha = 0;
        var outside = 0;
        for (var i = 0; i < count; i++)
        {
            float alpha = meant[i] >> 24;
            var alphaError = MathF.Abs(a[i] * Alpha - alpha);
            worstAlpha = MathF.Max(worstAlpha, alphaError);
            sumAlpha += alphaError;
            if (alpha == 0)
            {
                continue;
            }
            var (r, g, b) = Rgb(y[i], cb[i], cr[i]);
            outside += alpha >= Seen && (Least(r, g, b) < LowRgb || Greatest(r, g, b) > HighRgb || y[i] < LowLuma || y[i] > HighLuma) ? 1 : 0;
            var (mr, mg, mb) = Rgb(wy[i], wcb[i], wcr[i]);
            var weight = alpha / 255;
            var (er, eg, eb) = (MathF.Abs(r - mr) * weight, MathF.Abs(g - mg) * weight, MathF.Abs(b - mb) * weight);
            worst = MathF.Max(worst, Greatest(er, eg, eb));
            sum += er + eg + eb;
        }
        error.Add(worst, sum, worstAlpha, sumAlpha, outside);
    }

    /// <summary>The error of a part of the frame.</summary>
    /// <param name="meant">Pixels of a frame of the same size.</param>
    public ErrorSum Compare(ReadOnlySpan<uint> meant, int left, int top, int partWidth, int partHeight)
    {
        var sum = new ErrorSum();
        var alpha = Plane(3);
        for (var row = top; row < top + partHeight; row++)
        {
            Add(ref sum, meant, row * width + left, partWidth);
            foreach (var a in alpha.Slice(row * width + left, partWidth))
            {
                sum.Least = Math.Min(sum.Least, a * Alpha);
                sum.Greatest = Math.Max(sum.Greatest, a * Alpha);
            }
        }
        return sum;
    }

    /// <summary>Adds the error of pixels in a row.</summary>
    private void Add(ref ErrorSum error, ReadOnlySpan<uint> meant, int start, int length)
    {
        var y = Plane(0).Slice(start, length);
        var cb = Plane(1).Slice(start, length);
        var cr = Plane(2).Slice(start, length);
        var a = Plane(3).Slice(start, length);
        var pixels = meant.Slice(start, length);
        float worst = 0,
            worstAlpha = 0;
        double sum = 0,
            sumAlpha = 0;
        var outside = 0;
        for (var i = 0; i < length; )
        {
            // Transparent stretches are most of a frame: colour there does not count, and alpha must be zero.
            if (pixels[i] >> 24 == 0 && a[i] == 0)
            {
                i += Transparent(pixels[i..], a[i..]);
                continue;
            }
            var p = pixels[i];
            float alpha = p >> 24;
            var alphaError = MathF.Abs(a[i] * Alpha - alpha);
            worstAlpha = MathF.Max(worstAlpha, alphaError);
            sumAlpha += alphaError;
            var (r, g, b) = Rgb(y[i], cb[i], cr[i]);
            outside += alpha >= Seen && (Least(r, g, b) < LowRgb || Greatest(r, g, b) > HighRgb || y[i] < LowLuma || y[i] > HighLuma) ? 1 : 0;
            var weight = alpha / 255;
            var er = MathF.Abs(r - (p & 0xFF)) * weight;
            var eg = MathF.Abs(g - ((p >> 8) & 0xFF)) * weight;
            var eb = MathF.Abs(b - ((p >> 16) & 0xFF)) * weight;
            worst = MathF.Max(worst, MathF.Max(er, MathF.Max(eg, eb)));
            sum += er + eg + eb;
            i++;
        }
        error.Add(worst, sum, worstAlpha, sumAlpha, outside);
    }

    /// <summary>The largest mean difference of luma or alpha within a block, and the largest mean by which a shade of grey is lighter or darker.</summary>
    private (double Block, double Shade) WorstBlocks(ReadOnlySpan<uint> meant, PlanarFrame wanted)
    {
        ReadOnlySpan<ushort> luma = Plane(0),
            best = wanted.Plane(0);
        var alpha = Plane(3);
        var (blocks, alphas, shades) = (new LumaBlocks(width), new LumaBlocks(width), new Shades());
        for (var row = 0; row < height; row++)
        {
            for (var x = 0; x < width; x++)
            {
                var p = meant[row * width + x];
                var off = (luma[row * width + x] - best[row * width + x]) * Luma * (p >> 24) / 255;
                blocks.Add(x, MathF.Abs(off));
                shades.Add((best[row * width + x] - 256) * Luma, off, p >> 24);
                alphas.Add(x, MathF.Abs(alpha[row * width + x] * Alpha - (p >> 24)));
            }
            blocks.EndRow(row == height - 1);
            alphas.EndRow(row == height - 1);
        }
        return (Math.Max(blocks.Worst, alphas.Worst), shades.Worst(count));
    }

    /// <summary>The frame with the luma of another as its alpha: what a vision mixer makes of fill and key.</summary>
    public PlanarFrame WithKey(PlanarFrame key)
    {
        var both = Bytes.ToArray();
        var alpha = MemoryMarshal.Cast<byte, ushort>(both.AsSpan()).Slice(3 * count, count);
        var grey = key.Plane(0);
        for (var i = 0; i < count; i++)
        {
            alpha[i] = (ushort)Math.Clamp((grey[i] - 256) * Luma / Alpha + 0.5f, 0, 4095);
        }
        return new(both, width, height, sampling);
    }

    public override (double Least, double Greatest) AlphaRange()
    {
        var alpha = Plane(3);
        var (least, greatest) = (Vector256.Create(ushort.MaxValue), Vector256<ushort>.Zero);
        var i = 0;
        for (; i <= alpha.Length - Vector256<ushort>.Count; i += Vector256<ushort>.Count)
        {
            var some = Vector256.Create(alpha[i..]);
            (least, greatest) = (Vector256.Min(least, some), Vector256.Max(greatest, some));
        }
        ushort low = ushort.MaxValue,
            high = 0;
        for (var k = 0; k < Vector256<ushort>.Count; k++)
        {
            (low, high) = (Math.Min(low, least[k]), Math.Max(high, greatest[k]));
        }
        foreach (var a in alpha[i..])
        {
            (low, high) = (Math.Min(low, a), Math.Max(high, a));
        }
        return (low * Alpha, high * Alpha);
    }

    public override byte[] ToRgba()
    {
        var y = Plane(0);
        var cb = Plane(1);
        var cr = Plane(2);
        var a = Plane(3);
        var rgba = new byte[count * 4];
        for (var i = 0; i < count; i++)
        {
            var (r, g, b) = Rgb(y[i], cb[i], cr[i]);
            rgba[i * 4] = Byte(r);
            rgba[i * 4 + 1] = Byte(g);
            rgba[i * 4 + 2] = Byte(b);
            rgba[i * 4 + 3] = Byte(a[i] * Alpha);
        }
        return rgba;
    }

    private static (float R, float G, float B) Rgb(ushort y, ushort cb, ushort cr)
    {
        var luma = (y - 256) * Luma;
        var u = (cb - 2048) * Chroma;
        var v = (cr - 2048) * Chroma;
        return (luma + RedFromCr * v, luma + GreenFromCb * u + GreenFromCr * v, luma + BlueFromCb * u);
    }

    private static float Least(float r, float g, float b) => MathF.Min(r, MathF.Min(g, b));

    private static float Greatest(float r, float g, float b) => MathF.Max(r, MathF.Max(g, b));

    private static byte Byte(float v) => (byte)Math.Clamp(v + 0.5f, 0, 255);

    private static int Transparent(ReadOnlySpan<uint> pixels, ReadOnlySpan<ushort> alpha)
    {
        var length = alpha.IndexOfAnyExcept((ushort)0);
        length = length < 0 ? alpha.Length : length;
        // Any alpha at all makes a pixel's number this large.
        var seen = pixels[..length].IndexOfAnyInRange(0x01000000u, uint.MaxValue);
        return seen < 0 ? length : seen;
    }

    /// <param name="index">0 Y', 1 Cb, 2 Cr, 3 alpha.</param>
    private ReadOnlySpan<ushort> Plane(int index) => MemoryMarshal.Cast<byte, ushort>(Bytes).Slice(index * count, count);
}
