using System.Collections.Immutable;
using System.Runtime.Intrinsics;
using Hang.Scene.Colour;

namespace Hang.Core.Checks.Frames;

/// <summary>How far a key colour is from everything in a graphic.</summary>
/// <param name="Colour">#RRGGBB.</param>
/// <param name="Distance">To the nearest colour of the graphic in the plane of Cb and Cr (ITU-R BT.709-6), in steps of 1/255.</param>
/// <param name="Nearest">The colour of the graphic that is nearest, about.</param>
public sealed record KeyDistance(string Colour, double Distance, string Nearest)
{
    /// <summary>Nearer than this a keyer takes the colour for its own. Common practice with a soft keyer; no source.</summary>
    public const double KeyedOut = 36;

    public bool WouldKeyOut => Distance < KeyedOut;
}

/// <summary>
/// Gathers every colour that a graphic has over its whole length, edges included, and finds the key colour that is farthest from all of them.
/// </summary>
public sealed class KeyColourWatch : IFrameWatcher
{
    private const int Bins = 64,
        Step = 4;
    private const uint Seen = 8,
        Opaque = 0xFF000000;

    // Cb and Cr in whole numbers, so that one pixel and several at once fall into the same bins: from components of 0..255 to places, of so many bits of
    // fraction.
    private const int Bits = 20,
        Middle = Bins / 2 << Bits;
    private const double One = 1 << Bits;
    private const int BlueR = (int)(-0.2126 / 1.8556 / Step * One),
        BlueG = (int)(-0.7152 / 1.8556 / Step * One),
        BlueB = (int)((1 - 0.0722) / 1.8556 / Step * One),
        RedR = (int)((1 - 0.2126) / 1.5748 / Step * One),
        RedG = (int)(-0.7152 / 1.5748 / Step * One),
        RedB = (int)(-0.0722 / 1.5748 / Step * One);
    private static readonly ImmutableArray<Rgba> Candidates =
    [
        Rgba.Parse("#00B140"),
        Rgba.Parse("#0047BB"),
        .. Enumerable.Range(0, 24).Select(i => Hue(i / 24.0)),
    ];

    // The first colour that fell into each bin of Cb and Cr; 0 for none.
    private readonly uint[] bins = new uint[Bins * Bins];
    private long most;

    /// <summary>How much of what is seen are edges that mix with what is behind, in the frame that shows most, 0..1: so much takes on the key colour.</summary>
    public double Spill { get; private set; }

    /// <summary>The key colour that is farthest from every colour of the graphic.</summary>
    public KeyDistance Safest => Candidates.Select(Distance).MaxBy(d => Math.Round(d.Distance, 6))!;

    /// <summary>How far a key colour is from every colour of the graphic; 255 where it has none.</summary>
    public KeyDistance Distance(Rgba key)
    {
        var (cb, cr) = Chroma(key.R * 255, key.G * 255, key.B * 255);
        var (least, nearest) = (255.0, 0u);
        for (var i = 0; i < bins.Length; i++)
        {
            if (bins[i] == 0)
            {
                continue;
            }
            var (r, g, b) = (bins[i] & 0xFF, (bins[i] >> 8) & 0xFF, (bins[i] >> 16) & 0xFF);
            var (ocb, ocr) = Chroma(r, g, b);
            var distance = Math.Sqrt((cb - ocb) * (cb - ocb) + (cr - ocr) * (cr - ocr));
            if (distance < least)
            {
                (least, nearest) = (distance, bins[i]);
            }
        }
        return new(key.ToString(), least, new Rgba((nearest & 0xFF) / 255.0, ((nearest >> 8) & 0xFF) / 255.0, ((nearest >> 16) & 0xFF) / 255.0).ToString());
    }

    public void See(PaintedView view)
    {
        var (seen, mixed) = (0L, 0L);
        var pixels = view.Pixels;
        for (var i = 0; i < pixels.Length; )
        {
            var p = pixels[i];
            var run = 1;
            if (i <= pixels.Length - Vector256<uint>.Count)
            {
                var some = Vector256.Create(pixels[i..]);
                if (some == Vector256.Create(p))
                {
                    // Neighbours are often equal: the longest pieces are passed over at once.
                    run = pixels[i..].IndexOfAnyExcept(p);
                    run = run < 0 ? pixels.Length - i : run;
                }
                else if (Vector256.GreaterThanOrEqualAll(some, Vector256.Create(Opaque)))
                {
                    Enter(some);
                    seen += 255L * Vector256<uint>.Count;
                    i += Vector256<uint>.Count;
                    continue;
                }
            }
            i += run;
            var alpha = p >> 24;
            if (alpha < Seen)
            {
                continue;
            }
            seen += (long)alpha * run;
            mixed += (long)(alpha * (255 - alpha)) * run;
            var (r, g, b) = (Straight(p & 0xFF, alpha), Straight((p >> 8) & 0xFF, alpha), Straight((p >> 16) & 0xFF, alpha));
            Enter(
                (Clamped(((int)r * BlueR + (int)g * BlueG + (int)b * BlueB + Middle) >> Bits) * Bins)
                    + Clamped(((int)r * RedR + (int)g * RedG + (int)b * RedB + Middle) >> Bits),
                r | (g << 8) | (b << 16) | Opaque
            );
        }
        if (seen > most)
        {
            (most, Spill) = (seen, mixed / (255.0 * seen));
        }
    }

    /// <summary>Enters some colours that let nothing through.</summary>
    private void Enter(Vector256<uint> pixels)
    {
        var (byte0, low, high) = (Vector256.Create(0xFF), Vector256<int>.Zero, Vector256.Create(Bins - 1));
        var (r, g, b) = (pixels.AsInt32() & byte0, (pixels >> 8).AsInt32() & byte0, (pixels >> 16).AsInt32() & byte0);
        var cb = (r * BlueR + g * BlueG + b * BlueB + Vector256.Create(Middle)) >> Bits;
        var cr = (r * RedR + g * RedG + b * RedB + Vector256.Create(Middle)) >> Bits;
        var at = Vector256.Clamp(cb, low, high) * Bins + Vector256.Clamp(cr, low, high);
        for (var i = 0; i < Vector256<uint>.Count; i++)
        {
            Enter(at[i], pixels[i]);
        }
    }

    private void Enter(int bin, uint colour)
    {
        if (bins[bin] == 0)
        {
            bins[bin] = colour;
        }
    }

    private static int Clamped(int bin) => Math.Clamp(bin, 0, Bins - 1);

    private static uint Straight(uint c, uint alpha) => Math.Min(255, (c * 255 + alpha / 2) / alpha);

    private static (double Cb, double Cr) Chroma(double r, double g, double b)
    {
        var luma = 0.2126 * r + 0.7152 * g + 0.0722 * b;
        return ((b - luma) / 1.8556, (r - luma) / 1.5748);
    }

    /// <summary>A colour of full saturation.</summary>
    private static Rgba Hue(double turn)
    {
        double At(double n)
        {
            var k = (n + turn * 6) % 6;
            return 1 - Math.Max(0, Math.Min(1, Math.Min(k, 4 - k)));
        }
        return new(At(5), At(3), At(1));
    }
}
