using System.Globalization;
using System.Text.RegularExpressions;

namespace Hang.Scene.Colour;

/// <summary>
/// A colour of the package by its role, and how it differs from it. Written before the colour that it stands for, so that a document shows
/// right where its package is not known: <c>@accent #FFBF33</c>, <c>@ink lighter 20% alpha 50% #4F4B4780</c>.
/// </summary>
/// <param name="Role">Name of the role.</param>
/// <param name="Lighter">How far it is mixed with white, 0..1; less than 0: with black.</param>
/// <param name="Alpha">What its alpha is multiplied by, 0..1.</param>
public sealed partial record RoleShade(string Role, double Lighter = 0, double Alpha = 1)
{
    /// <summary>Longest name of a role, in characters.</summary>
    public const int MostCharacters = 40;

    /// <summary>True for a name that a role can have: letters, digits and hyphens.</summary>
    public static bool IsName(string name) => name.Length is > 0 and <= MostCharacters && name.All(c => char.IsLetterOrDigit(c) || c == '-');

    /// <summary>The colour that the shade gives of the role's.</summary>
    public Rgba Of(Rgba role)
    {
        double Mixed(double v) => Lighter < 0 ? v * (1 + Lighter) : v + (1 - v) * Lighter;
        return new(Mixed(role.R), Mixed(role.G), Mixed(role.B), role.A * Alpha);
    }

    /// <summary>As documents write it, without the colour.</summary>
    public override string ToString() =>
        string.Create(
            CultureInfo.InvariantCulture,
            $"@{Role}{(Lighter > 0 ? $" lighter {Lighter * 100:0.##}%" : Lighter < 0 ? $" darker {-Lighter * 100:0.##}%" : "")}{(Alpha < 1 ? $" alpha {Alpha * 100:0.##}%" : "")}"
        );

    /// <summary>Reads what <see cref="ToString"/> writes.</summary>
    public static RoleShade? Parse(string text)
    {
        var match = Written().Match(text);
        if (!match.Success)
        {
            return null;
        }
        static double Share(Group group) => group.Success ? Math.Min(100, double.Parse(group.ValueSpan, CultureInfo.InvariantCulture)) / 100 : 0;
        return new(
            match.Groups["role"].Value,
            Share(match.Groups["lighter"]) - Share(match.Groups["darker"]),
            match.Groups["alpha"].Success ? Share(match.Groups["alpha"]) : 1
        );
    }

    [GeneratedRegex(
        @"^@(?<role>[\p{L}\p{Nd}-]{1,40})( lighter (?<lighter>\d{1,3}(\.\d{1,2})?)%| darker (?<darker>\d{1,3}(\.\d{1,2})?)%)?( alpha (?<alpha>\d{1,3}(\.\d{1,2})?)%)?$",
        RegexOptions.CultureInvariant | RegexOptions.NonBacktracking
    )]
    private static partial Regex Written();
}
