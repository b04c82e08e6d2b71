using Hang.Core.Evaluation;
using Hang.Core.Placing;
using Hang.Scene;
using Hang.Scene.Time;

namespace Hang.Core.Checks;

/// <summary>Placed graphics: values that their fields do not take, colourways that are not there, and ends that are cut off.</summary>
public static class PlacedChecks
{
    public static IEnumerable<Finding> Of(Evaluator evaluator)
    {
        var graphic = evaluator.Graphic;
        foreach (var (layer, problem) in evaluator.Unfolded.Problems)
        {
            yield return new("placedField", Weight.Error, problem, LayerId: layer);
        }
        foreach (var layer in graphic.Layers.Where(l => l is { Hidden: false, Guide: false, Content.Kind.Places: not null }))
        {
            var values = layer.Content.Values;
            var way = values[layer.Content.Kind.Places!.Colourway].Constant.Text;
            if (way.Length > 0 && graphic.Palette?.Colourways.Any(c => c.Name == way) != true)
            {
                yield return new Finding(
                    "placedColourway",
                    Weight.Warning,
                    new($"It should show the colourway {Quoted.Short(way)}, which is not there.", $"Choose another one.", layer.Name, "colourway")
                ).About(layer);
            }
            var time = PlacedTime.Of(graphic, layer);
            // Where it was cut on purpose, its other part goes on.
            if (time.Lacks > 0 && layer.Content.Kind.Places!.IsAsLongAsTheLayer(values))
            {
                var last = layer.Out ?? graphic.Phases.Total - 1;
                yield return new Finding(
                    "cutOff",
                    Weight.Warning,
                    new(
                        $"It takes {time.Phases.Total} frames even with its shortest Hold: {time.Lacks} of its end are cut off.",
                        $"Let it begin sooner, or show until frame {last + time.Lacks} ({Timecode.Format(last + time.Lacks, graphic.Rate)}).",
                        layer.Name,
                        "out"
                    ),
                    last,
                    last,
                    time.Lacks,
                    "frames"
                ).About(layer);
            }
        }
    }
}
