using Hang.Core.Contents;
using Hang.Core.Documents;
using Hang.Core.Evaluation;
using Hang.Core.Lengths;
using Hang.Core.Placing;
using Hang.Scene.Typesetting;

namespace Hang.Core.Checks;

/// <summary>What runs in a layer by itself: rolls and counts that are cut off, and rolls that shimmer.</summary>
public static class RunChecks
{
    public static IEnumerable<Finding> Of(Graphic graphic, ITypeShaper shaper)
    {
        var unfolded = Unfolding.Of(graphic, shaper, Evaluator.PlacesBy(shaper));
        foreach (var layer in unfolded.Whole.Layers.Where(l => l is { Hidden: false, Guide: false } && l.Content.Kind.NeedsShowing))
        {
            var scope = unfolded.ScopeOf(layer.Id)?.Graphic ?? graphic;
            var showing = ShowingOf.Layer(scope, layer);
            var frames = showing.Last - showing.First + 1;
            if (Running.Wanted(scope, layer, shaper) is { } wanted && wanted > frames)
            {
                yield return new Finding(
                    "cutOff",
                    Weight.Warning,
                    new(
                        $"It runs for {wanted} frames and shows for {frames}: its end is cut off.",
                        $"Let it show for {wanted} frames, or let it go faster.",
                        layer.Name,
                        "lines"
                    ),
                    showing.First,
                    showing.Last,
                    wanted,
                    "frames"
                ).About(layer);
            }
            if (
                layer.Content.Kind is Roll
                && RollDrawing.Of(layer.Content.Values, shaper, showing) is { Clock: { } clock, PixelsAFrame: var speed }
                && Math.Abs(speed - Math.Round(speed)) > 1e-6
            )
            {
                var whole = clock.WholeFrames(frames);
                yield return new Finding(
                    "shimmer",
                    Weight.Warning,
                    new(
                        $"It goes {speed:0.###} px a frame; type that moves by parts of a pixel shimmers.",
                        $"In {whole} frames it goes {Math.Max(1, Math.Round(speed))} px a frame.",
                        layer.Name,
                        "speed"
                    ),
                    showing.First,
                    showing.Last,
                    speed,
                    "px a frame"
                ).About(layer);
            }
        }
    }
}
