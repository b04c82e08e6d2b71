using Hang.Scene.Json;

namespace Hang.Core.Documents;

/// <summary>Documents that were read anew, made of the layers that are in memory already wherever they are equal.</summary>
public static class SameLayers
{
    /// <summary>
    /// The graphic <paramref name="next"/> with every layer that is equal to one of <paramref name="now"/>'s replaced by that, so that nothing of it is
    /// worked out again.
    /// </summary>
    public static Graphic Keep(Graphic now, Graphic next)
    {
        var known = now.Layers.ToDictionary(l => l.Id, StringComparer.Ordinal);
        return next with { Layers = [.. next.Layers.Select(l => known.TryGetValue(l.Id, out var old) && Codecs.Write(old) == Codecs.Write(l) ? old : l)] };
    }
}
