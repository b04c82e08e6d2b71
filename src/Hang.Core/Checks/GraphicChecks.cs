using System.Collections.Immutable;
using Hang.Core.Documents;
using Hang.Core.Evaluation;
using Hang.Core.Layers;
using Hang.Scene;
using Hang.Scene.Geometry;
using Hang.Scene.PaintList;

namespace Hang.Core.Checks;

/// <summary>Looks at a graphic for what a person would want to know before handing it off. The document itself is already known to be sound.</summary>
public static class GraphicChecks
{
    /// <summary>The findings, in the order of the layers; empty when there is nothing to say.</summary>
    public static ImmutableArray<Finding> Of(Evaluator evaluator)
    {
        var graphic = evaluator.Unfolded.Whole;
        var findings = ImmutableArray.CreateBuilder<Finding>();
        var rest = graphic.Phases.HoldLast;
        var safe = SafeAreas.Graphics(graphic.Width, graphic.Height);
        var outside = TypeOutside(evaluator.At(rest), safe);
        foreach (var layer in graphic.Layers.Where(l => !l.Hidden))
        {
            if (MissingGlyphs.Of(evaluator, layer) is { } missing)
            {
                findings.Add(new Finding("characters", Weight.Error, missing).About(layer));
            }
            if (outside.Contains(layer.Id) && SafeAreas.Holds(graphic, layer))
            {
                Say(
                    layer,
                    "safeArea",
                    "position",
                    $"Its words reach outside the graphics safe area at the end of Hold.",
                    $"Move or shrink it, or shorten the words (EBU R 95)."
                );
            }
            var opacity = layer.Own[LayerValues.Opacity];
            if (opacity.IsKeyed ? opacity.Keys.All(k => k.Value.X == 0) : opacity.Constant.X == 0)
            {
                Say(layer, "neverVisible", "opacity", $"It is never visible: its opacity is always 0.", $"Raise its opacity, or delete the layer.");
            }
        }
        return findings.ToImmutable();

        void Say(Layer layer, string check, string field, Sentence message, Sentence remedy) =>
            findings.Add(new Finding(check, Weight.Warning, new(message, remedy, layer.Name, field)).About(layer));
    }

    /// <summary>The layers whose words show and reach outside of a box, each once, however many pieces it has.</summary>
    private static HashSet<string> TypeOutside(SceneMoment scene, Box safe)
    {
        var found = new HashSet<string>(StringComparer.Ordinal);
        foreach (var node in scene.Nodes)
        {
            if (
                node.Strip is { IsMarked: true, HasWords: true }
                && Touched.By(node.Strip, node.Row) is { IsEmpty: false } box
                && (box.Left < safe.Left || box.Top < safe.Top || box.Right > safe.Right || box.Bottom > safe.Bottom)
            )
            {
                found.Add(node.Strip.Layer);
            }
        }
        return found;
    }
}
