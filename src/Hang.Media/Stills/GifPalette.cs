using System.Runtime.InteropServices;

namespace Hang.Media.Stills;

/// <summary>The colours of a GIF, and the drawing of pictures with them: what a colour lacks is spread over its neighbours.</summary>
internal sealed class GifPalette
{
    /// <summary>Colours in the table; the last one is never seen.</summary>
    public const int Count = 256;

    /// <summary>The place that leaves what is there.</summary>
    public const byte Nothing = Count - 1;

    private const int KnownBits = 16;
    private readonly (int R, int G, int B)[] colours;

    /// <param name="found">RGBA of up to 255 colours; those that are see-through are none.</param>
    public GifPalette(ReadOnlySpan<byte> found)
    {
        var distinct = new HashSet<uint>();
        foreach (var colour in MemoryMarshal.Cast<byte, uint>(found))
        {
            if (colour >> 24 == 255 && distinct.Count < Nothing)
            {
                distinct.Add(colour & 0xFFFFFF);
            }
        }
        // A picture in which nothing is seen has no colour.
        colours = [.. distinct.DefaultIfEmpty().Select(c => ((int)(c & 255), (int)(c >> 8 & 255), (int)(c >> 16)))];
    }

    /// <summary>The colour table, three bytes a colour.</summary>
    public byte[] Table()
    {
        var table = new byte[Count * 3];
        for (var i = 0; i < colours.Length; i++)
        {
            (table[3 * i], table[3 * i + 1], table[3 * i + 2]) = ((byte)colours[i].R, (byte)colours[i].G, (byte)colours[i].B);
        }
        return table;
    }

    /// <summary>
    /// Places in the table for pixels. Errors go two fourths to the right, a fourth each below and below left (F. Sierra's small filter of 1990), and not over
    /// what is not drawn.
    /// </summary>
    /// <param name="pixels">RGBA, opaque or 0.</param>
    public byte[] Drawn(ReadOnlySpan<uint> pixels, int width)
    {
        var drawn = new byte[pixels.Length];
        // What colours were found for, by a hash: 0 is none, since every colour that is looked for is opaque.
        var (known, places) = (new uint[1 << KnownBits], new byte[1 << KnownBits]);
        // One column more on either side; three errors a pixel, in fourths.
        var (here, below) = (new int[(width + 2) * 3], new int[(width + 2) * 3]);
        for (var row = 0; row * width < pixels.Length; row++)
        {
            for (var x = 0; x < width; x++)
            {
                var pixel = pixels[row * width + x];
                if (pixel == 0)
                {
                    drawn[row * width + x] = Nothing;
                    continue;
                }
                var at = (x + 1) * 3;
                var r = Math.Clamp((int)(pixel & 255) + Whole(here[at]), 0, 255);
                var g = Math.Clamp((int)(pixel >> 8 & 255) + Whole(here[at + 1]), 0, 255);
                var b = Math.Clamp((int)(pixel >> 16 & 255) + Whole(here[at + 2]), 0, 255);
                var wanted = 0xFF000000u | (uint)(r | g << 8 | b << 16);
                var slot = wanted * 2654435761u >> (32 - KnownBits);
                if (known[slot] != wanted)
                {
                    (known[slot], places[slot]) = (wanted, Nearest(r, g, b));
                }
                var place = places[slot];
                drawn[row * width + x] = place;
                var colour = colours[place];
                Spread(here, below, at, r - colour.R);
                Spread(here, below, at + 1, g - colour.G);
                Spread(here, below, at + 2, b - colour.B);
            }
            (here, below) = (below, here);
            Array.Clear(below);
        }
        return drawn;
    }

    private static void Spread(int[] here, int[] below, int at, int error)
    {
        here[at + 3] += 2 * error;
        below[at - 3] += error;
        below[at] += error;
    }

    private static int Whole(int fourths) => (fourths + (fourths < 0 ? -2 : 2)) / 4;

    private byte Nearest(int r, int g, int b)
    {
        var (nearest, least) = (0, int.MaxValue);
        for (var i = 0; i < colours.Length; i++)
        {
            var (dr, dg, db) = (colours[i].R - r, colours[i].G - g, colours[i].B - b);
            var distance = dr * dr + dg * dg + db * db;
            (nearest, least) = distance < least ? (i, distance) : (nearest, least);
        }
        return (byte)nearest;
    }
}
