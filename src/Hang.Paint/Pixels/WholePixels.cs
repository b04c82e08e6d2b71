using Hang.Scene.Geometry;
using SkiaSharp;

namespace Hang.Paint.Pixels;

/// <summary>Boxes of pictures that are made for a part of what is painted.</summary>
internal static class WholePixels
{
    /// <summary>Whole pixels around a box, and one more for smooth edges.</summary>
    public static SKRect Around(Box b) =>
        new((float)Math.Floor(b.Left) - 1, (float)Math.Floor(b.Top) - 1, (float)Math.Ceiling(b.Right) + 1, (float)Math.Ceiling(b.Bottom) + 1);

    /// <summary>The box around a mapped box.</summary>
    public static Box Map(SKMatrix m, Box b) => new Matrix(m.ScaleX, m.SkewY, m.SkewX, m.ScaleY, m.TransX, m.TransY).Map(b);
}
