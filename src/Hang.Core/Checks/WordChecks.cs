using System.Collections.Immutable;
using Hang.Core.Contents;
using Hang.Core.Documents;
using Hang.Core.Evaluation;
using Hang.Core.Layers;
using Hang.Scene.Geometry;
using Hang.Scene.PaintList;

namespace Hang.Core.Checks;

/// <summary>
/// Where words and plates lie: outside of the safe area, beyond their plate, over each other; and what never shows or is left over at the end.
/// </summary>
public static class WordChecks
{
    private const double Slack = 1.5;
    private const float Seen = 0.02f;
    private const double MostShared = 0.02;

    /// <param name="endsSeen">True when something is seen in the last frame.</param>
    public static IEnumerable<Finding> Of(Evaluator evaluator, bool endsSeen)
    {
        var graphic = evaluator.Unfolded.Whole;
        var phases = graphic.Phases;
        var held = graphic.Layers.Where(l => SafeAreas.Holds(graphic, l)).Select(l => l.Id).ToHashSet(StringComparer.Ordinal);
        var safe = SafeAreas.Graphics(graphic.Width, graphic.Height);
        var frame = new Box(0, 0, graphic.Width, graphic.Height);
        var outside = new Dictionary<string, (int From, int To, double By)>(StringComparer.Ordinal);
        var shown = new HashSet<string>(StringComparer.Ordinal);
        for (var n = 0; n < phases.Total; n++)
        {
            foreach (var (layer, box, isType) in Boxes(evaluator, n))
            {
                var seen = box.Intersect(frame);
                if (seen.IsEmpty)
                {
                    continue;
                }
                shown.Add(layer);
                var by = Beyond(box, safe);
                if (isType && held.Contains(layer) && n >= phases.HoldStart && n <= phases.HoldLast && by > Slack)
                {
                    outside[layer] = outside.TryGetValue(layer, out var o) ? (o.From, n, Math.Max(o.By, by)) : (n, n, by);
                }
            }
        }
        foreach (var layer in graphic.Layers.Where(l => !l.Hidden))
        {
            if (outside.TryGetValue(layer.Id, out var o))
            {
                yield return Outside(layer, o.From, o.To, o.By);
            }
            if (!shown.Contains(layer.Id) && CanShow(layer) && !IsMatte(graphic, layer))
            {
                yield return new Finding(
                    "neverShown",
                    Weight.Warning,
                    new($"It never shows in any frame.", $"Bring it into the picture, raise its opacity, or delete it.", layer.Name, "position")
                ).About(layer);
            }
        }
        foreach (var finding in Crowded(evaluator, phases.HoldLast))
        {
            yield return finding;
        }
        if (phases.Leave > 0 && endsSeen)
        {
            var left = Boxes(evaluator, phases.Total - 1).Where(b => !b.Box.Intersect(frame).IsEmpty).Select(b => b.Layer).ToHashSet(StringComparer.Ordinal);
            foreach (var layer in graphic.Layers.Where(l => left.Contains(l.Id)))
            {
                yield return new Finding(
                    "leftOver",
                    Weight.Warning,
                    new($"It still shows in the last frame, though there is a Leave.", $"Let it finish leaving, or lengthen Leave.", layer.Name, "opacity"),
                    phases.Total - 1,
                    phases.Total - 1
                ).About(layer);
            }
        }
    }

    /// <summary>What is crowded in the last frame of the Hold: words beyond the safe area or their plate, and words over words.</summary>
    public static IEnumerable<Finding> AtRest(Evaluator evaluator)
    {
        var (graphic, rest) = (evaluator.Unfolded.Whole, evaluator.Graphic.Phases.HoldLast);
        var safe = SafeAreas.Graphics(graphic.Width, graphic.Height);
        var beyond = Boxes(evaluator, rest)
            .Where(b => b.IsType)
            .Select(b => (b.Layer, By: Beyond(b.Box, safe)))
            .Where(b => b.By > Slack && SafeAreas.Holds(graphic, graphic.Layer(b.Layer)))
            .GroupBy(b => b.Layer)
            .Select(g => Outside(graphic.Layer(g.Key), rest, rest, g.Max(b => b.By)));
        return beyond.Concat(Crowded(evaluator, rest));
    }

    private static double Beyond(in Box box, in Box safe) =>
        Math.Max(Math.Max(safe.Left - box.Left, safe.Top - box.Top), Math.Max(box.Right - safe.Right, box.Bottom - safe.Bottom));

    private static Finding Outside(Layer layer, int from, int to, double by) =>
        new Finding(
            "safeArea",
            Weight.Warning,
            new($"Its words reach {by:0} px outside the graphics safe area.", $"Move or shrink it, or shorten the words (EBU R 95).", layer.Name, "position"),
            from,
            to,
            by,
            "px"
        ).About(layer);

    /// <summary>Words beyond the plate that they stand on, and words over words.</summary>
    private static IEnumerable<Finding> Crowded(Evaluator evaluator, int frame)
    {
        var graphic = evaluator.Unfolded.Whole;
        var boxes = Boxes(evaluator, frame)
            .GroupBy(b => b.Layer)
            .ToDictionary(g => g.Key, g => g.Select(b => b.Box).Aggregate((a, b) => a.Union(b)), StringComparer.Ordinal);
        // Words along an edge go round things: their box says nothing.
        var type = graphic
            .Layers.Where(l =>
                l.Content.Kind.Worded is { } words && boxes.ContainsKey(l.Id) && string.IsNullOrEmpty(l.Content.Values[words.Along].Constant.Text)
            )
            .ToArray();
        foreach (var (i, layer) in type.Index())
        {
            var words = boxes[layer.Id];
            var place = graphic.Layers.IndexOf(layer);
            var plates = graphic.Layers.Take(place).Where(l => l.Content.Kind is Plate && boxes.ContainsKey(l.Id)).ToArray();
            // Words that are more than twice as long as their plate have their midst beside it: they stand on the one that they begin on.
            var plate = plates.LastOrDefault(l => Holds(boxes[l.Id], words)) ?? plates.LastOrDefault(l => HoldsBeginning(boxes[l.Id], words));
            if (plate is not null)
            {
                var on = boxes[plate.Id];
                var by = Math.Max(Math.Max(on.Left - words.Left, words.Right - on.Right), Math.Max(on.Top - words.Top, words.Bottom - on.Bottom));
                if (by > Slack)
                {
                    yield return new Finding(
                        "overflow",
                        Weight.Warning,
                        new(
                            $"Its words reach {by:0} px beyond {plate.Name}.",
                            $"Shorten the words, let the plate fit them, or make one of them smaller.",
                            layer.Name,
                            "text"
                        ),
                        frame,
                        frame,
                        by,
                        "px"
                    ).About(layer);
                }
            }
            foreach (var other in type.Take(i))
            {
                var shared = boxes[other.Id].Intersect(words);
                var share = shared.IsEmpty
                    ? 0
                    : shared.Width * shared.Height / Math.Min(words.Width * words.Height, boxes[other.Id].Width * boxes[other.Id].Height);
                if (share > MostShared)
                {
                    yield return new Finding(
                        "overlap",
                        Weight.Warning,
                        new(
                            $"Its words lie over those of {other.Name}, by {share * 100:0} %.",
                            $"Move one of them, or shorten the words.",
                            layer.Name,
                            "position"
                        ),
                        frame,
                        frame,
                        share * 100,
                        "%"
                    ).About(layer);
                }
            }
        }
    }

    /// <summary>True when the midst of a box lies within another.</summary>
    private static bool Holds(Box outer, Box inner)
    {
        var (x, y) = ((inner.Left + inner.Right) / 2, (inner.Top + inner.Bottom) / 2);
        return x > outer.Left && x < outer.Right && y > outer.Top && y < outer.Bottom;
    }

    /// <summary>True when words begin within a plate, at the left or at the right, and it is as high as their line at least.</summary>
    private static bool HoldsBeginning(Box plate, Box words)
    {
        bool Within(double x) => x > plate.Left + Slack && x < plate.Right - Slack;
        return words.Top > plate.Top && words.Top < plate.Bottom && plate.Height >= words.Height / 2 && (Within(words.Left) || Within(words.Right));
    }

    private static bool CanShow(Layer layer) => layer.Content.Kind is { IsInvisible: false, IsGroup: false } && !layer.Guide;

    private static bool IsMatte(Graphic graphic, Layer layer) => graphic.Layers.Any(l => l.Matte?.Layer == layer.Id);

    /// <summary>The layers of which something can be seen at a frame.</summary>
    public static HashSet<string> Shown(Evaluator evaluator, int frame) => [.. Boxes(evaluator, frame).Select(b => b.Layer)];

    /// <summary>What each layer touches at a frame, where any of it is seen: neither it nor a group it lies in is transparent.</summary>
    private static ImmutableArray<(string Layer, Box Box, bool IsType)> Boxes(Evaluator evaluator, int frame)
    {
        var graphic = evaluator.Unfolded.Whole;
        bool IsIn(string id)
        {
            for (var layer = graphic.Layers.FirstOrDefault(l => l.Id == id); layer?.Group is { } group; )
            {
                layer = graphic.Layer(group);
                if (layer.Own[LayerValues.Opacity].At(frame).X <= Seen)
                {
                    return false;
                }
            }
            return true;
        }
        return
        [
            .. evaluator
                .At(frame)
                .Nodes.Where(n => n.Strip.IsMarked && n.Row.Span[6] > Seen)
                .Select(n => (n.Strip.Layer, Box: Touched.By(n.Strip, n.Row), n.Strip.HasWords))
                .Where(b => !b.Box.IsEmpty && IsIn(b.Layer)),
        ];
    }
}
