using Hang.Scene.Colour;

namespace Hang.Core.Handoff;

/// <summary>
/// What a delivered file is laid over to see its rims: black, white, mid grey, the green of a screen, and the stand-in for footage that ships.
/// </summary>
public static class ProofWalls
{
    /// <summary>The name of the footage among the walls; the others are named by their colour.</summary>
    public const string Footage = "footage";

    /// <summary>How many there are.</summary>
    public const int Count = 5;

    private static readonly (string Name, int R, int G, int B)[] Plain =
    [
        ("#000000", 0, 0, 0),
        ("#FFFFFF", 255, 255, 255),
        ("#808080", 128, 128, 128),
        ("#00B140", 0, 177, 64),
    ];

    /// <summary>The name of a wall: #RRGGBB, or <see cref="Footage"/>.</summary>
    public static string Name(int wall) => wall < Plain.Length ? Plain[wall].Name : Footage;

    /// <summary>The components of a wall at a pixel, 0..255.</summary>
    public static (int R, int G, int B) At(int wall, int x, int y, int width, int height) =>
        wall < Plain.Length ? (Plain[wall].R, Plain[wall].G, Plain[wall].B) : Meadow((double)x / width, (double)y / height);

    /// <summary>The colour of a named wall at a pixel.</summary>
    public static Rgba Colour(string name, int x, int y, int width, int height)
    {
        var wall = Enumerable.Range(0, Count).First(w => Name(w) == name);
        var (r, g, b) = At(wall, x, y, width, height);
        return new(r / 255.0, g / 255.0, b / 255.0);
    }

    /// <summary>The first frame of the meadow, as demo/make.cs draws it at 640 x 360.</summary>
    private static (int R, int G, int B) Meadow(double across, double down)
    {
        var (x, y) = (across * 640, down * 360);
        var up = 1 - down;
        return (
            Level(96 + 60 * up + 18 * Math.Sin(x / 97) + 14 * Math.Sin(y / 23 - x / 211) + (down < 0.42 ? 20 : 0)),
            Level(122 + 48 * up + 16 * Math.Sin(x / 131 + y / 57) + 10 * Math.Sin(y / 17)),
            Level(58 + 96 * up * up + 12 * Math.Cos(x / 89))
        );
    }

    private static int Level(double value) => (int)Math.Clamp(Math.Round(value), 0, 255);
}
