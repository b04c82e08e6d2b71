using Hang.Scene.Colour;

namespace Hang.Scene.Values;

/// <summary>Colours as documents write them: #RRGGBB, #RRGGBBAA, or a role before one of them.</summary>
internal static class ColourText
{
    /// <summary>What a colour's text may be, as a regular expression of JSON Schema.</summary>
    public const string Pattern =
        @"^(@[\p{L}\p{Nd}-]{1,40}( (lighter|darker) \d{1,3}(\.\d{1,2})?%)?( alpha \d{1,3}(\.\d{1,2})?%)? )?#([0-9A-Fa-f]{3}|[0-9A-Fa-f]{6}|[0-9A-Fa-f]{8})$";

    public static bool TryParse(string text, out Value colour)
    {
        var at = text.LastIndexOf(' ');
        var shade = at > 0 ? RoleShade.Parse(text[..at]) : null;
        if ((at >= 0 && shade is null) || !Colour.Rgba.TryParse(text[(at + 1)..], out var c))
        {
            colour = default;
            return false;
        }
        colour = Of(c, shade);
        return true;
    }

    public static Value Of(Rgba c, RoleShade? shade = null) => new(c.R, c.G, c.B, c.A) { Held = shade };

    public static Rgba Rgba(in Value value) => new(value.X, value.Y, value.Z, value.W);

    public static string Write(in Value value) => value.Held is RoleShade shade ? $"{shade} {Rgba(value)}" : Rgba(value).ToString();
}
