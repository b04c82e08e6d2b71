using System.Collections.Immutable;
using Hang.Scene.Numbers;

namespace Hang.Scene.Colour;

/// <summary>How colours run.</summary>
public enum GradientType
{
    /// <summary>From a point to another, and square to that the same (CSS Images 3, section 3.1).</summary>
    Linear,

    /// <summary>From a centre outwards (CSS Images 3, section 3.2).</summary>
    Radial,

    /// <summary>Once round a centre, clockwise (CSS Images 4, conic-gradient()).</summary>
    Sweep,
}

/// <summary>A colour and where along a gradient it stands.</summary>
/// <param name="At">0..1.</param>
/// <param name="Role">The role that the colour stands for; null for none.</param>
public readonly record struct GradientStop(double At, Rgba Colour, RoleShade? Role = null);

/// <summary>
/// Colours that run into each other. Places are fractions of the box of what is filled, so that they follow its size.
/// </summary>
/// <param name="FromX">Where a linear gradient begins; the centre of the others.</param>
/// <param name="FromY">See <paramref name="FromX"/>.</param>
/// <param name="ToX">Where a linear gradient ends; a point on the rim of a radial one; the direction in which a sweep begins.</param>
/// <param name="ToY">See <paramref name="ToX"/>.</param>
/// <param name="Squeeze">For a radial one, how high it is for its length; 1: a circle.</param>
/// <param name="Stops">One or more, in order; a stop before its predecessor stands where that does (CSS Images 3, section 3.4.3).</param>
public sealed record Gradient(GradientType Type, double FromX, double FromY, double ToX, double ToY, double Squeeze, ImmutableArray<GradientStop> Stops)
{
    /// <summary>Most stops.</summary>
    public const int MostStops = 100;

    public bool Equals(Gradient? other) =>
        other is not null
        && (Type, FromX, FromY, ToX, ToY, Squeeze) == (other.Type, other.FromX, other.FromY, other.ToX, other.ToY, other.Squeeze)
        && Stops.SequenceEqual(other.Stops);

    public override int GetHashCode() => Stops.Aggregate(HashCode.Combine(Type, FromX, FromY, ToX, ToY, Squeeze), (h, s) => HashCode.Combine(h, s));

    /// <summary>Where each stop stands, none before its predecessor.</summary>
    public ImmutableArray<GradientStop> InOrder()
    {
        var least = 0.0;
        return [.. Stops.Select(s => s with { At = least = Math.Max(least, Math.Clamp(s.At, 0, 1)) })];
    }

    /// <summary>The colour at a place along it, 0..1, mixed premultiplied (CSS Images 3, section 3.4.2).</summary>
    public Rgba At(double place)
    {
        var stops = InOrder();
        if (place < stops[0].At)
        {
            return stops[0].Colour;
        }
        for (var i = 1; i < stops.Length; i++)
        {
            if (place < stops[i].At)
            {
                return Mix(stops[i - 1].Colour, stops[i].Colour, (place - stops[i - 1].At) / (stops[i].At - stops[i - 1].At));
            }
        }
        return stops[^1].Colour;
    }

    /// <summary>The colour between two, premultiplied mixed and made straight again. With no alpha left the colour is that which was there last.</summary>
    public static Rgba Mix(Rgba a, Rgba b, double t)
    {
        if (a.A == b.A)
        {
            return new(Mixing.Between(a.R, b.R, t), Mixing.Between(a.G, b.G, t), Mixing.Between(a.B, b.B, t), a.A);
        }
        var (wa, wb) = (a.A * (1 - t), b.A * t);
        var alpha = wa + wb;
        return alpha <= 0
            ? (t < 0.5 ? a : b) with
            {
                A = 0,
            }
            : new((a.R * wa + b.R * wb) / alpha, (a.G * wa + b.G * wb) / alpha, (a.B * wa + b.B * wb) / alpha, alpha);
    }

    /// <summary>The same where a feel overshoots: alpha stays within 0..1.</summary>
    private static Rgba Over(Rgba a, Rgba b, double t)
    {
        if (a.A == b.A || t is >= 0 and <= 1)
        {
            return Mix(a, b, t);
        }
        // Beyond either end the colour goes on from there in a straight line.
        static double M(double x, double y, double t) => Mixing.Between(x, y, t);
        return new(M(a.R, b.R, t), M(a.G, b.G, t), M(a.B, b.B, t), Math.Clamp(M(a.A, b.A, t), 0, 1));
    }

    /// <summary>The same picture with stops wherever another has some, as many at each place.</summary>
    private Gradient With(ImmutableArray<GradientStop> others)
    {
        var stops = InOrder();
        var more = others
            .GroupBy(o => o.At)
            .SelectMany(g => Enumerable.Repeat(new GradientStop(g.Key, At(g.Key)), Math.Max(0, g.Count() - stops.Count(s => s.At == g.Key))));
        return this with { Stops = [.. stops.Concat(more).OrderBy(s => s.At)] };
    }

    /// <summary>On the way from one to another of the same type: number by number where they have as many stops, else with the stops of both.</summary>
    public static Gradient Between(Gradient a, Gradient b, double t)
    {
        if (a.Stops.Length != b.Stops.Length)
        {
            (a, b) = (a.With(b.InOrder()), b.With(a.InOrder()));
        }
        static double M(double x, double y, double t) => Mixing.Between(x, y, t);
        return new(
            a.Type,
            M(a.FromX, b.FromX, t),
            M(a.FromY, b.FromY, t),
            M(a.ToX, b.ToX, t),
            M(a.ToY, b.ToY, t),
            M(a.Squeeze, b.Squeeze, t),
            [.. a.Stops.Zip(b.Stops, (x, y) => new GradientStop(M(x.At, y.At, t), Over(x.Colour, y.Colour, t), x.Role == y.Role ? x.Role : null))]
        );
    }
}
