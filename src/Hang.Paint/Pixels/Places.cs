using System.Runtime.CompilerServices;
using System.Runtime.Intrinsics;

namespace Hang.Paint.Pixels;

/// <summary>Where the pixels of a row lie on a gradient, 0..1 from its first stop to its last.</summary>
internal static unsafe class Places
{
    private static readonly Vector256<float> Eight = Vector256.Create(0f, 1, 2, 3, 4, 5, 6, 7);

    /// <summary>Eight places in a row, from the first on.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Vector256<float> Steps(float by) => Eight * by;

    /// <summary>Along a straight line.</summary>
    /// <param name="at">Of the first pixel.</param>
    /// <param name="by">From one pixel to the next.</param>
    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    public static void Straight(float* to, int count, double at, double by)
    {
        for (var i = 0; i < count; i += 8)
        {
            (Vector256.Create((float)(at + by * i)) + Eight * (float)by).Store(to + i);
        }
    }

    /// <summary>Away from a point.</summary>
    /// <param name="u">Of the first pixel, across from the point.</param>
    /// <param name="byU">From one pixel to the next.</param>
    /// <param name="v">Of the first pixel, down from the point.</param>
    /// <param name="begin">The distance of the first stop.</param>
    /// <param name="scale">1 by the distance between the first stop and the last.</param>
    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    public static void Round(float* to, int count, float u, float byU, float v, float byV, float begin, float scale)
    {
        for (var i = 0; i < count; i += 8)
        {
            var (x, y) = (Vector256.Create(u + byU * i) + Eight * byU, Vector256.Create(v + byV * i) + Eight * byV);
            ((Vector256.Sqrt(x * x + y * y) - Vector256.Create(begin)) * scale).Store(to + i);
        }
    }
}
