using System.Runtime.InteropServices;
using Hang.Media.Frames;

namespace Hang.Media.Encoding;

/// <summary>
/// From R'G'B' of 8 bits to Y'CbCr 4:2:0 of 8 bits, narrow range, by ITU-R BT.709-6 (items 3.2 to 3.5). Colour sits at the left pixel of each two and
/// between two rows, as H.264 has it where nothing else is said (ITU-T H.264, figure E-1, type 0).
/// </summary>
internal static class Yuv420
{
    private const int Bits = 16;
    private const int Half = 1 << (Bits - 1);
    private static readonly int RedY = Fixed(0.2126 * 219 / 255),
        GreenY = Fixed(0.7152 * 219 / 255),
        BlueY = Fixed(0.0722 * 219 / 255);
    private static readonly int RedCb = Fixed(-0.2126 / 1.8556 * 224 / 255),
        GreenCb = Fixed(-0.7152 / 1.8556 * 224 / 255),
        BlueCb = -RedCb - GreenCb;
    private static readonly int GreenCr = Fixed(-0.7152 / 1.5748 * 224 / 255),
        BlueCr = Fixed(-0.0722 / 1.5748 * 224 / 255),
        RedCr = -GreenCr - BlueCr;

    /// <summary>Bytes of a picture's planes.</summary>
    public static int Length(int width, int height, bool hasAlpha) => width * height * (hasAlpha ? 5 : 3) / 2;

    /// <summary>Converts a painted frame into what the encoder is fed, in the frame's own room.</summary>
    public static void Prepare(PaintedFrame frame, bool hasAlpha)
    {
        frame.Encoded = frame.Room(Length(frame.Width, frame.Height, hasAlpha));
        Convert(frame.Pixels, frame.Width, frame.Height, frame.Encoded, hasAlpha);
    }

    /// <param name="rgba">Rows from the top, without padding.</param>
    /// <param name="width">Even.</param>
    /// <param name="height">Even.</param>
    /// <param name="planes">Y', Cb, Cr, and alpha when asked for.</param>
    public static void Convert(ReadOnlySpan<byte> rgba, int width, int height, Span<byte> planes, bool hasAlpha)
    {
        var pixels = MemoryMarshal.Cast<byte, uint>(rgba);
        var count = width * height;
        var luma = planes[..count];
        var cb = planes.Slice(count, count / 4);
        var cr = planes.Slice(count + count / 4, count / 4);
        var alpha = hasAlpha ? planes.Slice(count * 3 / 2, count) : default;
        for (var y = 0; y < height; y += 2)
        {
            var upper = pixels.Slice(y * width, width);
            var lower = pixels.Slice((y + 1) * width, width);
            Luma(upper, luma.Slice(y * width, width));
            Luma(lower, luma.Slice((y + 1) * width, width));
            if (hasAlpha)
            {
                Alpha(upper, alpha.Slice(y * width, width));
                Alpha(lower, alpha.Slice((y + 1) * width, width));
            }
            Colour(upper, lower, cb.Slice(y / 2 * (width / 2), width / 2), cr.Slice(y / 2 * (width / 2), width / 2));
        }
    }

    private static void Luma(ReadOnlySpan<uint> row, Span<byte> luma)
    {
        var (before, value) = (~row[0], (byte)0);
        for (var x = 0; x < row.Length; x++)
        {
            var p = row[x];
            if (p != before)
            {
                before = p;
                value = (byte)((RedY * (int)(p & 0xFF) + GreenY * (int)((p >> 8) & 0xFF) + BlueY * (int)((p >> 16) & 0xFF) + (16 << Bits) + Half) >> Bits);
            }
            luma[x] = value;
        }
    }

    private static void Alpha(ReadOnlySpan<uint> row, Span<byte> alpha)
    {
        for (var x = 0; x < row.Length; x++)
        {
            alpha[x] = (byte)(row[x] >> 24);
        }
    }

    /// <summary>The mean of two rows, weighed 1 2 1 about the left pixel of each two.</summary>
    private static void Colour(ReadOnlySpan<uint> upper, ReadOnlySpan<uint> lower, Span<byte> cb, Span<byte> cr)
    {
        const int eighths = 3;
        for (var x = 0; x < cb.Length; x++)
        {
            var (left, mid, right) = (Math.Max(0, 2 * x - 1), 2 * x, 2 * x + 1);
            int Sum(ReadOnlySpan<uint> row, int shift) =>
                (int)(((row[left] >> shift) & 0xFF) + 2 * ((row[mid] >> shift) & 0xFF) + ((row[right] >> shift) & 0xFF));
            var r = Sum(upper, 0) + Sum(lower, 0);
            var g = Sum(upper, 8) + Sum(lower, 8);
            var b = Sum(upper, 16) + Sum(lower, 16);
            cb[x] = (byte)((RedCb * r + GreenCb * g + BlueCb * b + (128 << (Bits + eighths)) + (Half << eighths)) >> (Bits + eighths));
            cr[x] = (byte)((RedCr * r + GreenCr * g + BlueCr * b + (128 << (Bits + eighths)) + (Half << eighths)) >> (Bits + eighths));
        }
    }

    private static int Fixed(double v) => (int)Math.Round(v * (1 << Bits));
}
