using Hang.Scene.Colour;

namespace Hang.Core.Palettes;

/// <summary>Plain English for colours, as first names of roles: by hue, and darkness beside it.</summary>
public static class ColourNames
{
    private static readonly (double Until, string Name)[] Hues =
    [
        (15, "red"),
        (40, "orange"),
        (65, "yellow"),
        (95, "lime"),
        (160, "green"),
        (195, "teal"),
        (255, "blue"),
        (290, "violet"),
        (340, "pink"),
        (361, "red"),
    ];

    public static string Of(Rgba colour)
    {
        var (most, least) = (Math.Max(colour.R, Math.Max(colour.G, colour.B)), Math.Min(colour.R, Math.Min(colour.G, colour.B)));
        var (lightness, chroma) = ((most + least) / 2, most - least);
        if (chroma < 0.08)
        {
            return lightness switch
            {
                > 0.96 => "white",
                > 0.7 => "pale-grey",
                > 0.3 => "grey",
                > 0.06 => "dark-grey",
                _ => "black",
            };
        }
        var hue =
            60
            * (
                most == colour.R ? (colour.G - colour.B) / chroma
                : most == colour.G ? 2 + (colour.B - colour.R) / chroma
                : 4 + (colour.R - colour.G) / chroma
            );
        hue = hue < 0 ? hue + 360 : hue;
        if (hue is >= 15 and < 45 && lightness < 0.35)
        {
            return lightness < 0.18 ? "dark-brown" : "brown";
        }
        return $"{(lightness < 0.28 ? "dark-" : lightness > 0.78 ? "pale-" : "")}{Hues.First(h => hue < h.Until).Name}";
    }
}
