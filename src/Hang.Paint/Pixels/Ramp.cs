using System.Runtime.CompilerServices;
using System.Runtime.Intrinsics;

namespace Hang.Paint.Pixels;

/// <summary>
/// Colours along a gradient, eight at a time: between two stops straight colours are mixed, then multiplied by their alpha (as Skia does by default).
/// </summary>
internal sealed unsafe class Ramp
{
    private readonly Piece[] pieces;
    private readonly float first,
        last;
    private readonly bool opaque;

    /// <param name="stops">Place 0..1, red, green, blue and alpha of each, in the order of their places.</param>
    /// <param name="opacity">Of all of it, 0..1.</param>
    public Ramp(ReadOnlySpan<float> stops, float opacity)
    {
        var count = stops.Length / 5;
        (first, last) = (stops[0], stops[5 * (count - 1)]);
        var made = new List<Piece>();
        opaque = opacity >= 1;
        for (var i = 0; i < count; i++)
        {
            var stop = stops.Slice(5 * i, 5);
            opaque &= stop[4] >= 1;
            var colour = Colour(stop, opacity);
            if (i + 1 < count && stops[5 * (i + 1)] > stop[0])
            {
                var next = stops.Slice(5 * (i + 1), 5);
                var slope = (Colour(next, opacity) - colour) / (next[0] - stop[0]);
                made.Add(new(stop[0], colour - slope * stop[0], slope));
            }
            else if (i == 0 || (i == count - 1 && stops[5 * (i - 1)] >= stop[0]))
            {
                // A jump at either end: what lies before the first place, and from the last on.
                made.Add(new(i == 0 ? float.NegativeInfinity : stop[0], colour, Vector128<float>.Zero));
            }
        }
        pieces = [.. made];
    }

    /// <summary>True when no colour of it lets anything through.</summary>
    public bool IsOpaque => opaque;

    /// <summary>Premultiplied colours at places from 0 to 1; beyond, those at the ends.</summary>
    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    public void Colours(float* places, uint* to, int count)
    {
        var (low, high) = (Vector256.Create(first), Vector256.Create(last));
        for (var i = 0; i < count; i += 8)
        {
            var place = Vector256.Load(places + i);
            var t = Vector256.Min(Vector256.Max(place, low), high);
            ref var p = ref pieces[0];
            var (r, g, b, a) = (p.R0 + p.R1 * t, p.G0 + p.G1 * t, p.B0 + p.B1 * t, p.A0 + p.A1 * t);
            for (var n = 1; n < pieces.Length; n++)
            {
                p = ref pieces[n];
                // Where pieces meet, one has the end of the former before the place and of the latter from it on.
                var from = Vector256.GreaterThanOrEqual(place, p.From);
                if (from == Vector256<float>.Zero)
                {
                    break;
                }
                r = Vector256.ConditionalSelect(from, p.R0 + p.R1 * t, r);
                g = Vector256.ConditionalSelect(from, p.G0 + p.G1 * t, g);
                b = Vector256.ConditionalSelect(from, p.B0 + p.B1 * t, b);
                a = Vector256.ConditionalSelect(from, p.A0 + p.A1 * t, a);
            }
            Packed(r, g, b, a).Store(to + i);
        }
    }

    /// <summary>Premultiplied colours at places along a line.</summary>
    /// <param name="at">The first place.</param>
    /// <param name="by">From one to the next.</param>
    /// <param name="places">Room for the places, where there is more than one way between two colours.</param>
    /// <param name="count">Written by eights: up to 7 more than are asked for.</param>
    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    public void Along(double at, double by, float* places, uint* to, int count)
    {
        if (pieces.Length > 1 || !opaque)
        {
            Places.Straight(places, count, at, by);
            Colours(places, to, count);
            return;
        }
        ref readonly var p = ref pieces[0];
        var (low, high, half, steps) = (Vector256.Create(first), Vector256.Create(last), Vector256.Create(0.5f), Places.Steps((float)by));
        var (r, g, b, alpha) = (p.R0 + half, p.G0 + half, p.B0 + half, Vector256.Create(0xFF000000u));
        var (r1, g1, b1) = (p.R1, p.G1, p.B1);
        for (var i = 0; i < count; i += 8)
        {
            var t = Vector256.Min(Vector256.Max(Vector256.Create((float)(at + by * i)) + steps, low), high);
            (Whole(r + r1 * t) | (Whole(g + g1 * t) << 8) | (Whole(b + b1 * t) << 16) | alpha).Store(to + i);
        }
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private Vector256<uint> Packed(Vector256<float> r, Vector256<float> g, Vector256<float> b, Vector256<float> a)
    {
        var half = Vector256.Create(0.5f);
        if (opaque)
        {
            return Whole(r + half) | (Whole(g + half) << 8) | (Whole(b + half) << 16) | Vector256.Create(0xFF000000u);
        }
        var by = a * (1 / 255f);
        return Whole(r * by + half) | (Whole(g * by + half) << 8) | (Whole(b * by + half) << 16) | (Whole(a + half) << 24);
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static Vector256<uint> Whole(Vector256<float> v) => Vector256.ConvertToInt32Native(v).AsUInt32();

    private static Vector128<float> Colour(ReadOnlySpan<float> stop, float opacity) =>
        Vector128.Min(Vector128.Max(Vector128.Create(stop[1], stop[2], stop[3], stop[4] * opacity), Vector128<float>.Zero), Vector128<float>.One) * 255f;

    /// <summary>A straight line through four components, 0..255, from a place on; each number eight times.</summary>
    private readonly struct Piece(float from, Vector128<float> begin, Vector128<float> slope)
    {
        public readonly Vector256<float> From = Vector256.Create(from),
            R0 = Vector256.Create(begin[0]),
            R1 = Vector256.Create(slope[0]),
            G0 = Vector256.Create(begin[1]),
            G1 = Vector256.Create(slope[1]),
            B0 = Vector256.Create(begin[2]),
            B1 = Vector256.Create(slope[2]),
            A0 = Vector256.Create(begin[3]),
            A1 = Vector256.Create(slope[3]);
    }
}
