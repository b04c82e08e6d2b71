using System.Globalization;

namespace Hang.Scene.Colour;

/// <summary>An sRGB colour (IEC 61966-2-1) with straight alpha; each component 0..1.</summary>
public readonly record struct Rgba(double R, double G, double B, double A = 1)
{
    public static Rgba Black => new(0, 0, 0);

    public static Rgba White => new(1, 1, 1);

    /// <summary>Reads CSS hexadecimal notation: #RGB, #RRGGBB or #RRGGBBAA.</summary>
    public static bool TryParse(string text, out Rgba colour)
    {
        colour = default;
        if (text.Length is not (4 or 7 or 9) || text[0] != '#' || !text.AsSpan(1).ToString().All(char.IsAsciiHexDigit))
        {
            return false;
        }
        var hex = text.Length == 4 ? string.Concat(text.Skip(1).Select(c => $"{c}{c}")) : text[1..];
        double At(int i) => int.Parse(hex.AsSpan(i * 2, 2), NumberStyles.HexNumber, CultureInfo.InvariantCulture) / 255.0;
        colour = new(At(0), At(1), At(2), hex.Length == 8 ? At(3) : 1);
        return true;
    }

    /// <summary>As <see cref="TryParse"/>.</summary>
    /// <exception cref="ProblemException">The text is no colour.</exception>
    public static Rgba Parse(string text, string? field = null) =>
        TryParse(text, out var colour)
            ? colour
            : throw new ProblemException($"\"{Quoted.Short(text)}\" is not a colour.", $"Write it as #RRGGBB, such as #4A2C12.", field: field);

    /// <summary>#RRGGBB, or #RRGGBBAA when not opaque, each rounded to the nearest of 256 steps.</summary>
    public override string ToString()
    {
        static int Byte(double v) => (int)Math.Round(Math.Clamp(v, 0, 1) * 255);
        var rgb = $"#{Byte(R):X2}{Byte(G):X2}{Byte(B):X2}";
        return Byte(A) == 255 ? rgb : rgb + $"{Byte(A):X2}";
    }
}
