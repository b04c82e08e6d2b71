using Hang.Core.Layers;
using Hang.Scene.Sources;

namespace Hang.Core.Documents;

/// <summary>Which sources a graphic uses, with all that is placed in it.</summary>
public static class SourcesUsed
{
    /// <summary>Each once: by its content hash, those that are named otherwise by what they are called.</summary>
    public static HashSet<(SourceKind Kind, string Key)> Of(Graphic graphic)
    {
        var used = new HashSet<(SourceKind, string)>();
        foreach (var layer in PlacedRules.AllOf(graphic).SelectMany(g => g.Layers))
        {
            foreach (var value in layer.Mentioned())
            {
                if (SourceKinds.Of(value.Spec.Kind) is { } kind && value.Channel.Constant.Text is { Length: > 0 } key)
                {
                    used.Add((kind, key));
                }
            }
            used.UnionWith(layer.Content.Kind.SourcesNamed(layer.Content.Values, graphic));
        }
        return used;
    }
}
