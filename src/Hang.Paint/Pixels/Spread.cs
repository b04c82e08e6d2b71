using System.Runtime.CompilerServices;
using System.Runtime.Intrinsics;

namespace Hang.Paint.Pixels;

/// <summary>Rows of pixels as rows of numbers.</summary>
internal static unsafe class Spread
{
    /// <summary>The alpha of each pixel.</summary>
    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    public static void Alpha(uint* from, byte* to, int count)
    {
        var i = 0;
        for (; i <= count - 32; i += 32)
        {
            var a = Vector256.Narrow(Vector256.Load(from + i) >>> 24, Vector256.Load(from + i + 8) >>> 24);
            var b = Vector256.Narrow(Vector256.Load(from + i + 16) >>> 24, Vector256.Load(from + i + 24) >>> 24);
            Vector256.Narrow(a, b).Store(to + i);
        }
        for (; i < count; i++)
        {
            to[i] = (byte)(from[i] >> 24);
        }
    }

    /// <summary>Adds bytes to numbers.</summary>
    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    public static void Add(byte* from, ushort* to, int count)
    {
        var i = 0;
        for (; i <= count - 32; i += 32)
        {
            var v = Vector256.Load(from + i);
            (Vector256.Load(to + i) + Vector256.WidenLower(v)).Store(to + i);
            (Vector256.Load(to + i + 16) + Vector256.WidenUpper(v)).Store(to + i + 16);
        }
        for (; i < count; i++)
        {
            to[i] += from[i];
        }
    }
}
