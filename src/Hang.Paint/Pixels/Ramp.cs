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

    /// <summary>Premultiplied colours at places from 0 to 1; beyond, those at the ends.</summary>
    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    public void Colours(float* places, uint* to, int count)
    {
        var (low, high) = (Vector256.Create(first), Vector256.Create(last));
        for (var i = 0; i < count; i += 8)
        {
            var place = Vector256.Load(places + i);
            var t = Vector256.Min(Vector256.Max(place, low), high);
            var p = pieces[0];
            var (r, g, b, a) = (p.At(t, 0), p.At(t, 1), p.At(t, 2), p.At(t, 3));
            for (var n = 1; n < pieces.Length; n++)
            {
                p = pieces[n];
                // Where pieces meet, one has the end of the former before the place and of the latter from it on.
                var from = Vector256.GreaterThanOrEqual(place, Vector256.Create(p.From));
                if (from == Vector256<float>.Zero)
                {
                    break;
                }
                r = Vector256.ConditionalSelect(from, p.At(t, 0), r);
                g = Vector256.ConditionalSelect(from, p.At(t, 1), g);
                b = Vector256.ConditionalSelect(from, p.At(t, 2), b);
                a = Vector256.ConditionalSelect(from, p.At(t, 3), a);
            }
            Packed(r, g, b, a).Store(to + i);
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

    private static Vector256<uint> Whole(Vector256<float> v) => Vector256.ConvertToInt32(v).AsUInt32();

    private static Vector128<float> Colour(ReadOnlySpan<float> stop, float opacity) =>
        Vector128.Min(Vector128.Max(Vector128.Create(stop[1], stop[2], stop[3], stop[4] * opacity), Vector128<float>.Zero), Vector128<float>.One) * 255f;

    /// <summary>A straight line through four components, 0..255, from a place on.</summary>
    private readonly record struct Piece(float From, Vector128<float> Begin, Vector128<float> Slope)
    {
        [MethodImpl(MethodImplOptions.AggressiveInlining)]
        public Vector256<float> At(Vector256<float> t, int component) => Vector256.Create(Begin[component]) + Vector256.Create(Slope[component]) * t;
    }
}
