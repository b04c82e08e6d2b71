using Hang.Scene.Geometry;
using SkiaSharp;

namespace Hang.Paint.Pixels;

/// <summary>Boxes of pictures that are made for a part of what is painted.</summary>
internal static class WholePixels
{
    /// <summary>Whole pixels around a box, and one more for smooth edges.</summary>
    public static SKRect Around(Box b) =>
        new((float)Math.Floor(b.Left) - 1, (float)Math.Floor(b.Top) - 1, (float)Math.Ceiling(b.Right) + 1, (float)Math.Ceiling(b.Bottom) + 1);

    /// <summary>Whole pixels around a box as far as they lie within others; boxes may be larger than whole numbers go.</summary>
    public static SKRectI Within(Box b, SKRectI others)
    {
        var box = Around(b);
        var (left, top) = (Math.Max(box.Left, others.Left), Math.Max(box.Top, others.Top));
        var (right, bottom) = (Math.Min(box.Right, others.Right), Math.Min(box.Bottom, others.Bottom));
        return right > left && bottom > top ? new((int)left, (int)top, (int)right, (int)bottom) : default;
    }

    /// <summary>The box around a mapped box.</summary>
    public static Box Map(SKMatrix m, Box b) => new Matrix(m.ScaleX, m.SkewY, m.SkewX, m.ScaleY, m.TransX, m.TransY).Map(b);
}
