using System.Collections.Immutable;
using Hang.Core.Evaluation;
using Hang.Core.Layers;

namespace Hang.Core.Checks;

/// <summary>Looks at a graphic for what a person would want to know before handing it off. The document itself is already known to be sound.</summary>
public static class GraphicChecks
{
    /// <summary>The findings, in the order of the layers; empty when there is nothing to say.</summary>
    public static ImmutableArray<Problem> Of(Evaluator evaluator)
    {
        var graphic = evaluator.Graphic;
        var findings = ImmutableArray.CreateBuilder<Problem>();
        var rest = evaluator.At(Math.Clamp(graphic.Phases.LeaveStart - 1, 0, graphic.Phases.Total - 1));
        var safe = SafeAreas.Graphics(graphic.Width, graphic.Height);
        foreach (var node in rest.Nodes)
        {
            var layer = graphic.Layer(node.Content.Layer);
            if (node.Content.Glyphs is { Missing.Length: > 0 } type)
            {
                findings.Add(new(
                    $"No shipped font has {string.Join(" ", type.Missing.Select(Show))}.", "Change these characters; they would show as empty boxes.", layer.Name, "text"));
            }
            if (layer is TypeLayer { Text.Length: > 0 } && node.Bounds is { IsEmpty: false } box
                && (box.Left < safe.Left || box.Top < safe.Top || box.Right > safe.Right || box.Bottom > safe.Bottom))
            {
                findings.Add(new("Its words reach outside the graphics safe area at the end of Hold.", "Move or shrink it, or shorten the words (EBU R 95).", layer.Name, "position"));
            }
            var opacity = layer.Channels[ChannelName.Opacity];
            if (opacity.IsKeyed ? opacity.Keys.All(k => k.Value.X == 0) : opacity.Constant.X == 0)
            {
                findings.Add(new("It is never visible: its opacity is always 0.", "Raise its opacity, or delete the layer.", layer.Name, "opacity"));
            }
        }
        return findings.ToImmutable();
    }

    private static string Show(string character) => $"{character} (U+{char.ConvertToUtf32(character, 0):X4})";
}
