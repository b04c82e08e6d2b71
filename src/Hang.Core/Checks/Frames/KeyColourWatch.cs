using System.Collections.Immutable;
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
    private const uint Seen = 8;
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
        for (var rest = view.Pixels; !rest.IsEmpty; )
        {
            // Neighbours are often equal: the longest pieces are passed over at once.
            var p = rest[0];
            var run = rest.Length > 1 && rest[1] == p ? rest.IndexOfAnyExcept(p) : 1;
            run = run < 0 ? rest.Length : run;
            rest = rest[run..];
            var alpha = p >> 24;
            if (alpha < Seen)
            {
                continue;
            }
            seen += (long)alpha * run;
            mixed += (long)(alpha * (255 - alpha)) * run;
            var (r, g, b) = (Straight(p & 0xFF, alpha), Straight((p >> 8) & 0xFF, alpha), Straight((p >> 16) & 0xFF, alpha));
            var (cb, cr) = Chroma(r, g, b);
            var bin = Math.Clamp((int)((cb + 128) / Step), 0, Bins - 1) * Bins + Math.Clamp((int)((cr + 128) / Step), 0, Bins - 1);
            bins[bin] = bins[bin] == 0 ? r | (g << 8) | (b << 16) | 0xFF000000 : bins[bin];
        }
        if (seen > most)
        {
            (most, Spill) = (seen, mixed / (255.0 * seen));
        }
    }

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
