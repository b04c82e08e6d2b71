using System.Runtime.InteropServices;

namespace Hang.Media.Encoding;

/// <summary>
/// From R'G'B' of 8 bits to Y'CbCr 4:2:2 of 10 bits, narrow range, by ITU-R BT.709-6 (items 3.2 to 3.5). Colour sits at the left pixel of each two, weighed
/// 1 2 1 about it. What a file of this sampling is proved against is made by the same.
/// </summary>
internal static class Yuv422
{
    private const int Bits = 16,
        Quarters = 2;
    private const int Half = 1 << (Bits - 1);
    private static readonly int RedY = Fixed(0.2126 * 876 / 255),
        GreenY = Fixed(0.7152 * 876 / 255),
        BlueY = Fixed(0.0722 * 876 / 255);
    private static readonly int RedCb = Fixed(-0.2126 / 1.8556 * 896 / 255),
        GreenCb = Fixed(-0.7152 / 1.8556 * 896 / 255),
        BlueCb = -RedCb - GreenCb;
    private static readonly int GreenCr = Fixed(-0.7152 / 1.5748 * 896 / 255),
        BlueCr = Fixed(-0.0722 / 1.5748 * 896 / 255),
        RedCr = -GreenCr - BlueCr;

    /// <summary>Bytes of a picture's planes.</summary>
    public static int Length(int width, int height) => width * height * 4;

    /// <param name="rgba">Rows from the top, without padding; alpha does not count.</param>
    /// <param name="width">Even.</param>
    /// <param name="planes">Y', Cb and Cr, little-endian.</param>
    public static void Convert(ReadOnlySpan<byte> rgba, int width, int height, Span<byte> planes)
    {
        var pixels = MemoryMarshal.Cast<byte, uint>(rgba);
        var all = MemoryMarshal.Cast<byte, ushort>(planes);
        var (count, across) = (width * height, width / 2);
        for (var y = 0; y < height; y++)
        {
            Row(
                pixels.Slice(y * width, width),
                all.Slice(y * width, width),
                all.Slice(count + y * across, across),
                all.Slice(count + (height + y) * across, across)
            );
        }
    }

    /// <summary>Alpha as grey.</summary>
    public static void Key(ReadOnlySpan<byte> rgba, int width, int height, Span<byte> planes)
    {
        var pixels = MemoryMarshal.Cast<byte, uint>(rgba);
        var all = MemoryMarshal.Cast<byte, ushort>(planes);
        for (var i = 0; i < width * height; i++)
        {
            all[i] = (ushort)((((RedY + GreenY + BlueY) * (int)(pixels[i] >> 24)) + (64 << Bits) + Half) >> Bits);
        }
        all[(width * height)..(2 * width * height)].Fill(512);
    }

    private static void Row(ReadOnlySpan<uint> row, Span<ushort> luma, Span<ushort> cb, Span<ushort> cr)
    {
        for (var x = 0; x < row.Length; x++)
        {
            var p = row[x];
            luma[x] =
                x > 0 && p == row[x - 1]
                    ? luma[x - 1]
                    : (ushort)((RedY * (int)(p & 0xFF) + GreenY * (int)((p >> 8) & 0xFF) + BlueY * (int)((p >> 16) & 0xFF) + (64 << Bits) + Half) >> Bits);
        }
        for (var x = 0; x < cb.Length; x++)
        {
            var (left, mid, right) = (row[Math.Max(0, 2 * x - 1)], row[2 * x], row[2 * x + 1]);
            int Sum(int shift) => (int)(((left >> shift) & 0xFF) + 2 * ((mid >> shift) & 0xFF) + ((right >> shift) & 0xFF));
            var (r, g, b) = (Sum(0), Sum(8), Sum(16));
            cb[x] = (ushort)((RedCb * r + GreenCb * g + BlueCb * b + (512 << (Bits + Quarters)) + (Half << Quarters)) >> (Bits + Quarters));
            cr[x] = (ushort)((RedCr * r + GreenCr * g + BlueCr * b + (512 << (Bits + Quarters)) + (Half << Quarters)) >> (Bits + Quarters));
        }
    }

    private static int Fixed(double v) => (int)Math.Round(v * (1 << Bits));
}
