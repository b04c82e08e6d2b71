using Hang.Scene.Geometry;
using Hang.Scene.PaintList;
using SkiaSharp;

namespace Hang.Paint.Operations;

/// <summary>
/// Shapes that are rectangles: Skia covers the pixels of a rectangle exactly where it is told that it is one, and paths by quarters of a pixel down. The
/// browser's uprightBox.ts does the same.
/// </summary>
internal static class UprightBox
{
    /// <summary>The rectangle that an operation fills or clips to; null for any other shape.</summary>
    /// <param name="v">From the operation's own start.</param>
    public static SKRect? Of(Op op, ReadOnlySpan<float> v)
    {
        if (op.Shape is null || !op.Takes.IsEmpty)
        {
            return null;
        }
        var verbs = op.Shape!.Verbs;
        if (verbs != Shape.Box && verbs != Shape.RoundedBox)
        {
            return null;
        }
        var n = v[(op.Kind.More + op.StopNumbers)..];
        return verbs == Shape.Box ? Of(n) : OfRounded(n);
    }

    private static SKRect? Of(ReadOnlySpan<float> n) =>
        n[2] == n[4] && n[0] == n[6] && n[1] == n[3] && n[5] == n[7] ? new SKRect(n[0], n[1], n[2], n[5]) : null;

    /// <summary>A rounded one whose corners have no size: the ends of each curve are where its handle is.</summary>
    private static SKRect? OfRounded(ReadOnlySpan<float> n)
    {
        var (l, t, r, b) = (n[18], n[5], n[4], n[12]);
        ReadOnlySpan<float> sharp = [l, t, r, t, r, t, r, t, n[8], r, b, r, b, r, b, n[15], l, b, l, b, l, b, n[22], l, t, l, t, l, t, n[29]];
        return n[..sharp.Length].SequenceEqual(sharp) ? new SKRect(l, t, r, b) : null;
    }
}
