using System.Globalization;
using Hang.Core.Documents;

namespace Hang.Core.Edits;

/// <summary>Ids for new layers: "l1", "l2", …; the same document always gives the same id.</summary>
internal static class LayerIds
{
    public static string Free(Graphic graphic)
    {
        var highest = graphic
            .Layers.Select(l => l.Id.StartsWith('l') && int.TryParse(l.Id.AsSpan(1), NumberStyles.None, CultureInfo.InvariantCulture, out var n) ? n : 0)
            .DefaultIfEmpty()
            .Max();
        return string.Create(CultureInfo.InvariantCulture, $"l{highest + 1}");
    }
}
