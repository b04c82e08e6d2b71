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

    /// <summary>Adds numbers to longer ones.</summary>
    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    public static void Add(ushort* from, uint* to, int count)
    {
        var i = 0;
        for (; i <= count - 16; i += 16)
        {
            var v = Vector256.Load(from + i);
            (Vector256.Load(to + i) + Vector256.WidenLower(v)).Store(to + i);
            (Vector256.Load(to + i + 8) + Vector256.WidenUpper(v)).Store(to + i + 8);
        }
        for (; i < count; i++)
        {
            to[i] += from[i];
        }
    }

    /// <summary>Sums of so many bytes as their means, rounded.</summary>
    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    public static void Mean(ushort* sums, byte* to, int count, int of)
    {
        var i = 0;
        for (; i <= count - 16; i += 16)
        {
            var v = Vector256.Load(sums + i);
            var mean = Vector256.Narrow(Mean(Vector256.WidenLower(v), of), Mean(Vector256.WidenUpper(v), of));
            Vector256.Narrow(mean, mean).GetLower().Store(to + i);
        }
        for (; i < count; i++)
        {
            to[i] = (byte)(sums[i] / (float)of + 0.5f);
        }
    }

    /// <inheritdoc cref="Mean(ushort*, byte*, int, int)"/>
    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    public static void Mean(uint* sums, byte* to, int count, int of)
    {
        var i = 0;
        for (; i <= count - 16; i += 16)
        {
            var mean = Vector256.Narrow(Mean(Vector256.Load(sums + i), of), Mean(Vector256.Load(sums + i + 8), of));
            Vector256.Narrow(mean, mean).GetLower().Store(to + i);
        }
        for (; i < count; i++)
        {
            to[i] = (byte)(sums[i] / (float)of + 0.5f);
        }
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static Vector256<uint> Mean(Vector256<uint> sums, int of) =>
        Vector256.ConvertToInt32Native(Vector256.ConvertToSingle(sums.AsInt32()) / Vector256.Create((float)of) + Vector256.Create(0.5f)).AsUInt32();
}
