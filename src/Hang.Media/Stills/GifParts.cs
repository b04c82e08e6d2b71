using System.Runtime.InteropServices;

namespace Hang.Media.Stills;

/// <summary>What a GIF draws at some moment: a rectangle over what is there already.</summary>
/// <param name="Pixels">RGBA, rows from the top; 0 leaves what is there.</param>
/// <param name="First">Place of the first frame that shows it, from 0.</param>
/// <param name="Until">Place of the first frame that does not.</param>
/// <param name="IsCleared">True: when its time is over, its rectangle is emptied before the next is drawn.</param>
internal sealed record GifPart(int X, int Y, int Width, int Height, uint[] Pixels, int First, int Until, bool IsCleared);

/// <summary>
/// Makes parts of whole pictures. In a GIF (GIF89a, section 23) nothing can be drawn that is see-through, only left: where a pixel is to go, the part that
/// stood before is told to empty its rectangle, and holds all that must go. So a part is known when the next picture is.
/// </summary>
internal sealed class GifParts(int width, int height)
{
    private readonly uint[] under = new uint[width * height];
    private readonly uint[] standing = new uint[width * height];
    private int first = -1;

    /// <summary>Takes the next picture.</summary>
    /// <param name="picture">RGBA, each pixel opaque or 0.</param>
    /// <param name="at">Place of the first frame that shows it.</param>
    /// <returns>The part of the picture before; null where there was none, or it is the same.</returns>
    public GifPart? Next(ReadOnlySpan<byte> picture, int at)
    {
        var pixels = MemoryMarshal.Cast<byte, uint>(picture);
        if (first >= 0 && pixels.SequenceEqual(standing))
        {
            return null;
        }
        var part = first < 0 ? null : Part(pixels, at);
        first = at;
        pixels.CopyTo(standing);
        return part;
    }

    /// <summary>The part of the last picture.</summary>
    /// <param name="end">Frames in all.</param>
    public GifPart? Last(int end) => first < 0 ? null : Part(standing, end);

    private GifPart Part(ReadOnlySpan<uint> next, int at)
    {
        var (left, top, right, bottom) = (width, height, 0, 0);
        var isCleared = false;
        for (var y = 0; y < height; y++)
        {
            var u = under.AsSpan(y * width, width);
            var s = standing.AsSpan(y * width, width);
            var n = next.Slice(y * width, width);
            if (u.SequenceEqual(s) && s.SequenceEqual(n))
            {
                continue;
            }
            for (var x = 0; x < width; x++)
            {
                var goes = s[x] != 0 && n[x] == 0;
                isCleared |= goes;
                if (goes || s[x] != u[x])
                {
                    (left, top, right, bottom) = (Math.Min(left, x), Math.Min(top, y), Math.Max(right, x + 1), y + 1);
                }
            }
        }
        // Something must stand for that time.
        (left, top, right, bottom) = right == 0 ? (0, 0, 1, 1) : (left, top, right, bottom);
        var pixels = new uint[(right - left) * (bottom - top)];
        for (var y = top; y < bottom; y++)
        {
            var cut = pixels.AsSpan((y - top) * (right - left), right - left);
            var u = under.AsSpan(y * width + left, cut.Length);
            var s = standing.AsSpan(y * width + left, cut.Length);
            for (var x = 0; x < cut.Length; x++)
            {
                cut[x] = s[x] == u[x] ? 0 : s[x];
            }
            s.CopyTo(u);
            if (isCleared)
            {
                u.Clear();
            }
        }
        return new(left, top, right - left, bottom - top, pixels, first, at, isCleared);
    }
}
