using System.Globalization;
using Hang.Scene.Colour;

namespace Hang.Scene.Values;

/// <summary>
/// A picture without its ground, as operations name it: the content hash of the picture, and behind it what is taken out: <c>sha256-…~FFFFFF~120</c>.
/// </summary>
/// <param name="Hash">Content hash of the picture.</param>
/// <param name="Ground">The colour that is taken out.</param>
/// <param name="Tolerance">How far a colour may be from it and still go, 0..1 of the way from black to white.</param>
public sealed record PictureId(string Hash, Rgba Ground, double Tolerance)
{
    private const char Mark = '~';
    private const double Steps = 1000;

    public override string ToString() =>
        string.Create(CultureInfo.InvariantCulture, $"{Hash}{Mark}{(Ground with { A = 1 }).ToString()[1..]}{Mark}{Math.Round(Tolerance * Steps)}");

    /// <summary>Reads what <see cref="ToString"/> writes; null for a plain content hash, and for what is neither.</summary>
    public static PictureId? Parse(string text)
    {
        var parts = text.Split(Mark);
        return
            parts.Length == 3
            && HashKind.IsHash(parts[0])
            && parts[1].Length == 6
            && Rgba.TryParse("#" + parts[1], out var ground)
            && int.TryParse(parts[2], NumberStyles.None, CultureInfo.InvariantCulture, out var tolerance)
            && tolerance <= Steps
            ? new(parts[0], ground, tolerance / Steps)
            : null;
    }
}
