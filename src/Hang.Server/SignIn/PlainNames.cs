using System.Text;
using ICU4N.Text;
using Microsoft.AspNetCore.Identity;

namespace Hang.Server.SignIn;

/// <summary>
/// Names as they are compared: folded for case and compatibility without what cannot be seen (NFKC_Casefold, Unicode UAX #44), with single spaces, in capitals,
/// and with letters of other scripts that look like Latin ones as those. So no two accounts have names that nobody could tell apart.
/// </summary>
internal sealed class PlainNames : ILookupNormalizer
{
    // Capitals of Cyrillic and Greek that are drawn as Latin ones (from memory of Unicode UTS #39, confusables).
    private const string Others = "АВЕЅІЈКМНОРСТХҮԌԚԜΑΒΕΖΗΙΚΜΝΟΡΤΥΧϹ",
        Latin = "ABESIJKMHOPCTXYGQWABEZHIKMNOPTYXC";

    // Seen as nothing, though they are letters or symbols: an empty Braille cell and fillers of Hangul.
    private const string Empty = "\u2800\u115F\u1160\u3164\uFFA0";

    public string? NormalizeName(string? name) => name is null ? null : Plain(name);

    public string? NormalizeEmail(string? email) => NormalizeName(email);

    private static string Plain(string name)
    {
        var plain = new StringBuilder(name.Length);
        foreach (var rune in Normalizer2.NFKCCaseFoldInstance.Normalize(name).ToUpperInvariant().EnumerateRunes())
        {
            if (Rune.IsWhiteSpace(rune))
            {
                if (plain.Length > 0 && plain[^1] != ' ')
                {
                    plain.Append(' ');
                }
            }
            else if (!rune.IsBmp || !Empty.Contains((char)rune.Value, StringComparison.Ordinal))
            {
                var at = rune.IsBmp ? Others.IndexOf((char)rune.Value, StringComparison.Ordinal) : -1;
                plain.Append(at >= 0 ? Latin[at].ToString() : rune.ToString());
            }
        }
        return plain.ToString().TrimEnd(' ');
    }
}
