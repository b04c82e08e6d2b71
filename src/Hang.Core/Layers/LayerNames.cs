using System.Globalization;
using System.Text.RegularExpressions;

namespace Hang.Core.Layers;

/// <summary>Layers are named by what they show; copies get numbers.</summary>
public static partial class LayerNames
{
    /// <summary>The name itself if it is free, else the name with the first free number from 2.</summary>
    public static string Free(string wanted, IEnumerable<string> taken)
    {
        var names = taken.ToHashSet(StringComparer.CurrentCultureIgnoreCase);
        if (!names.Contains(wanted))
        {
            return wanted;
        }
        var stem = Number().Replace(wanted, "");
        for (var n = 2; ; n++)
        {
            var name = string.Create(CultureInfo.InvariantCulture, $"{stem} {n}");
            if (!names.Contains(name))
            {
                return name;
            }
        }
    }

    [GeneratedRegex(@" \d+$")]
    private static partial Regex Number();
}
