namespace Hang.Core.Handoff;

/// <summary>The worst difference that is seen where a file's frame lies over a wall: a rim of wrong colour along an edge shows here.</summary>
/// <param name="Wall">What it lies over, as <see cref="ProofWalls"/> names it.</param>
/// <param name="Error">Largest difference of a component, 0..255.</param>
/// <param name="Frame">Frame of the graphic.</param>
/// <param name="X">Pixels from the left of the file's frame.</param>
/// <param name="Y">Pixels from the top.</param>
public sealed record RimError(string Wall, double Error, int Frame, int X, int Y)
{
    /// <summary>The worst over all walls.</summary>
    /// <param name="meant">R, G, B and alpha, rows from the top.</param>
    /// <param name="found">As it was decoded, likewise.</param>
    /// <param name="isPremultiplied">True: colour is multiplied by alpha in both.</param>
    public static RimError Of(ReadOnlySpan<byte> meant, ReadOnlySpan<byte> found, int width, int frame, bool isPremultiplied)
    {
        var (worst, at, over) = (-1.0, 0, 0);
        var height = meant.Length / 4 / width;
        for (var i = 0; i < meant.Length; i += 4)
        {
            if (meant.Slice(i, 4).SequenceEqual(found.Slice(i, 4)))
            {
                continue;
            }
            for (var wall = 0; wall < ProofWalls.Count; wall++)
            {
                var (r, g, b) = ProofWalls.At(wall, i / 4 % width, i / 4 / width, width, height);
                var error = Math.Max(
                    Apart(meant, found, i, 0, r, isPremultiplied),
                    Math.Max(Apart(meant, found, i, 1, g, isPremultiplied), Apart(meant, found, i, 2, b, isPremultiplied))
                );
                if (error > worst)
                {
                    (worst, at, over) = (error, i / 4, wall);
                }
            }
        }
        return new(ProofWalls.Name(over), Math.Max(0, worst), frame, at % width, at / width);
    }

    private static double Apart(ReadOnlySpan<byte> meant, ReadOnlySpan<byte> found, int i, int c, int wall, bool isPremultiplied) =>
        Math.Abs(Over(meant[i + c], meant[i + 3], wall, isPremultiplied) - Over(found[i + c], found[i + 3], wall, isPremultiplied));

    private static double Over(int colour, int alpha, int wall, bool isPremultiplied) =>
        (colour * (isPremultiplied ? 255 : alpha) + wall * (255 - alpha)) / 255.0;
}
