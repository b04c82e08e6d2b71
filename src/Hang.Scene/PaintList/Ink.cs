using System.Collections.Immutable;
using System.Globalization;
using Hang.Scene.Colour;
using Hang.Scene.Geometry;
using Hang.Scene.Motion;
using Hang.Scene.PaintList.Operations;
using Hang.Scene.Values;

namespace Hang.Scene.PaintList;

/// <summary>
/// What an area is filled with over time, as operands of <see cref="Ops.Fill"/>, <see cref="Ops.Stroke"/> and <see cref="Ops.Glyphs"/>: one kind of
/// paint with a fixed number of stops. A value that is keyed through several kinds is several inks, each with its weight.
/// </summary>
public sealed class Ink
{
    /// <summary>Painters mix stops as straight colours; where alpha changes between two, so many stand between them that it looks premultiplied.</summary>
    private const int Between = 8;

    private readonly Channel channel;
    private readonly GradientType? type;
    private readonly bool changesAlpha;
    private readonly int segments;

    private Ink(Channel channel, GradientType? type)
    {
        (this.channel, this.type) = (channel, type);
        if (type is null)
        {
            return;
        }
        var gradients = GradientsOf(channel).Where(g => g.Type == type).ToArray();
        // On the way between gradients of different stops there are those of both.
        var most = gradients.Max(g => g.Stops.Length);
        segments = Math.Max(1, (gradients.All(g => g.Stops.Length == most) ? most : 2 * most) - 1);
        var alphas = Values(channel).SelectMany(v => v.Held is Gradient g ? g.Stops.Select(s => s.Colour.A) : [v.W]);
        changesAlpha = alphas.Distinct().Count() > 1;
        Stops = changesAlpha ? segments * (Between + 2) : segments + 1;
    }

    /// <summary>The inks of a value of <see cref="PaintKind"/>.</summary>
    public static ImmutableArray<Ink> Of(Channel channel)
    {
        var types = GradientsOf(channel).Select(g => (GradientType?)g.Type).Distinct().Order().ToArray();
        return types.Length == 0 ? [new(channel, null)] : [.. types.Select(t => new Ink(channel, t))];
    }

    /// <summary>True when a value never lets anything be seen.</summary>
    public static bool IsNothing(Channel channel) => !channel.IsKeyed && channel.Constant.Held is not Gradient && channel.Constant.W <= 0;

    /// <summary>The operand "paint".</summary>
    public string Paint =>
        type switch
        {
            null => "solid",
            GradientType.Linear => "linear",
            GradientType.Radial => "radial",
            _ => "sweep",
        };

    public int Stops { get; }

    /// <summary>The operand "stops".</summary>
    public string StopsWord => Stops.ToString(CultureInfo.InvariantCulture);

    /// <summary>Numbers that it takes at the beginning of the repeated ones.</summary>
    public int Each => 5 * Stops;

    /// <summary>True when the same numbers are written at every moment, as long as the box stays.</summary>
    public bool IsSteady => !channel.IsKeyed;

    /// <summary>True when where it is painted depends on the box.</summary>
    public bool NeedsBox => type is not null;

    /// <summary>How much of it is seen at a moment, 0..1; of several inks together 1.</summary>
    public double WeightAt(double time)
    {
        var value = channel.At(time);
        return value.Held switch
        {
            Crossing c => (c.From.Type == type ? 1 - c.Share : 0) + (c.To.Type == type ? c.Share : 0),
            Gradient g => g.Type == type ? 1 : 0,
            _ => First == type ? 1 : 0,
        };
    }

    private GradientType? First => GradientsOf(channel).Select(g => (GradientType?)g.Type).Min();

    /// <summary>Writes colour, axis, local matrix and stops.</summary>
    /// <param name="box">Of what is filled, in its coordinates.</param>
    /// <param name="kind">The operation, whose numbers <paramref name="v"/> are.</param>
    public void Put(double time, in Box box, InkOp kind, Span<float> v)
    {
        var value = channel.At(time);
        if (type is null)
        {
            Colours.Put(value, v);
            return;
        }
        var gradient = value.Held switch
        {
            Gradient g => g,
            Crossing c => c.From.Type == type ? c.From : c.To,
            _ => PaintKind.Plain(value, GradientsOf(channel).First(g => g.Type == type)),
        };
        var (x, y) = (box.Left + gradient.FromX * box.Width, box.Top + gradient.FromY * box.Height);
        var (dx, dy) = ((gradient.ToX - gradient.FromX) * box.Width, (gradient.ToY - gradient.FromY) * box.Height);
        var length = Math.Sqrt(dx * dx + dy * dy);
        PutPlace(x, y, dx, dy, length, gradient.Squeeze, v[kind.Axis.At..], v[kind.Local.At..]);
        PutStops(gradient, length < Least && type != GradientType.Sweep, v.Slice(kind.More, Each));
    }

    /// <summary>A gradient shorter than this, in pixels, has no length.</summary>
    private const double Least = 1e-3;

    private void PutPlace(double x, double y, double dx, double dy, double length, double squeeze, Span<float> axis, Span<float> local)
    {
        (local[0], local[1], local[2], local[3], local[4], local[5]) = (1, 0, 0, 1, 0, 0);
        if (type == GradientType.Linear)
        {
            (axis[0], axis[1], axis[2], axis[3]) = ((float)x, (float)y, (float)(x + (length < Least ? 1 : dx)), (float)(y + dy));
            return;
        }
        var (sin, cos) = length < Least ? (0, 1) : (dy / length, dx / length);
        if (type == GradientType.Radial)
        {
            (axis[0], axis[1], axis[2], axis[3], axis[4], axis[5]) = ((float)x, (float)y, 0, (float)x, (float)y, (float)Math.Max(length, Least));
            // Turned so that its length lies level, pressed, and turned back.
            var s = Math.Clamp(squeeze, 0.001, 1000);
            var (a, b, d) = (cos * cos + sin * sin * s, sin * cos * (1 - s), sin * sin + cos * cos * s);
            (local[0], local[1], local[2], local[3], local[4], local[5]) = (
                (float)a,
                (float)b,
                (float)b,
                (float)d,
                (float)(x - a * x - b * y),
                (float)(y - b * x - d * y)
            );
            return;
        }
        (axis[0], axis[1], axis[2], axis[3]) = ((float)x, (float)y, 0, 360);
        (local[0], local[1], local[2], local[3], local[4], local[5]) = (
            (float)cos,
            (float)sin,
            (float)-sin,
            (float)cos,
            (float)(x - cos * x + sin * y),
            (float)(y - sin * x - cos * y)
        );
    }

    /// <param name="isPoint">A gradient of no length is all in the colour of its last stop (SVG 2, section 14.2.2.3).</param>
    private void PutStops(Gradient gradient, bool isPoint, Span<float> v)
    {
        var stops = gradient.InOrder();
        for (int i = 0, at = 0; i <= segments; i++)
        {
            var stop = stops[isPoint ? ^1 : Math.Min(i, stops.Length - 1)];
            if (!changesAlpha)
            {
                Put(isPoint ? (double)i / segments : stop.At, stop.Colour, v[at..]);
                at += 5;
            }
            else if (i < segments)
            {
                var next = stops[isPoint ? ^1 : Math.Min(i + 1, stops.Length - 1)];
                for (var k = 0; k <= Between + 1; k++)
                {
                    var t = (double)k / (Between + 1);
                    var colour = Gradient.Mix(stop.Colour, next.Colour, t);
                    // What lets everything through has no colour of its own (CSS Images 3, section 3.4.2).
                    colour =
                        k == 0 && stop.Colour.A == 0 ? next.Colour with { A = 0 }
                        : k == Between + 1 && next.Colour.A == 0 ? stop.Colour with { A = 0 }
                        : colour;
                    Put(isPoint ? (i + t) / segments : Value.Mix(stop.At, next.At, t), colour, v[at..]);
                    at += 5;
                }
            }
        }
    }

    private static void Put(double at, Rgba colour, Span<float> v)
    {
        v[0] = (float)at;
        Colours.Put(ColourText.Of(colour), v[1..]);
    }

    private static IEnumerable<Gradient> GradientsOf(Channel channel) => Values(channel).Select(v => v.Held).OfType<Gradient>();

    private static IEnumerable<Value> Values(Channel channel) => channel.IsKeyed ? channel.Keys.Select(k => k.Value) : [channel.Constant];
}
