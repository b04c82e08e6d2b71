using System.Collections.Immutable;
using Hang.Core.Contents;
using Hang.Core.Documents;
using Hang.Core.Evaluation;
using Hang.Core.Layers;
using Hang.Scene;
using Hang.Scene.Geometry;
using Hang.Scene.Typesetting;
using Hang.Scene.Values;

namespace Hang.Core.Edits;

/// <summary>Makes free paths of layers that have an edge: as it is at a frame. Fill, line, place, effects and masks stay, with their keyframes.</summary>
/// <param name="At">The frame shown.</param>
public sealed record MakePath(ImmutableArray<string> Layers, int At = 0) : Edit
{
    public override Sentence Describe(Graphic graphic) =>
        Layers.Length == 1 ? (Sentence)$"Make a path of {NameOf(graphic, Layers[0])}" : $"Make paths of {Layers.Length} layers";

    public override Sentence? Note(Graphic before)
    {
        var lost = Layers
            .Select(id => before.Layers.FirstOrDefault(l => l.Id == id))
            .OfType<Layer>()
            .Select(l => (l.Name, Lost: LostBy(before, l).ToArray()))
            .Where(l => l.Lost.Length > 0)
            .ToArray();
        return lost.Length == 0 ? null : Sentence.Joined(" ", lost.Select(l => (Sentence)$"{l.Name} as a path is without {Sentence.Joined(", ", l.Lost)}."));
    }

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper)
    {
        var evaluator = new Evaluator(graphic, shaper);
        foreach (var id in Layers.Distinct())
        {
            var layer = graphic.Layer(id);
            if (layer.Content.Kind.Dotted is not null)
            {
                continue;
            }
            var (path, rule) = evaluator.ShapeOf(layer, At);
            if (!layer.Content.Kind.HasEdge || path.IsNothing)
            {
                throw new ProblemException(
                    layer.Content.Kind.HasEdge ? (Sentence)$"It has no edge at this frame." : $"It has no edge that a path could be made of.",
                    $"Select shapes or type that show something here.",
                    layer.Name
                );
            }
            var (points, closed) = PointPaths.Of(path);
            if (points.Numbers.Count / PointsKind.Points.Stride > ListKind.MostItems)
            {
                throw new ProblemException($"Its path would have more than {ListKind.MostItems} points.", $"Divide it into several layers first.", layer.Name);
            }
            var content = Content.Of<PathContent>();
            var values = layer
                .Content.Kind.LookAs(layer.Content.Values, content.Values)
                .With(PathContent.Points, points)
                .With(PathContent.Closed, new Value(closed ? 1 : 0))
                .With(PathContent.Rule, new Value(rule == "evenodd" ? 1 : 0));
            graphic = graphic.With(
                (path.Bounds().IsEmpty ? layer : GroupPivots.Within(layer, evaluator.Place(layer, At).Box, path.Bounds())) with
                {
                    Content = content with { Values = values },
                }
            );
        }
        return graphic;
    }

    /// <summary>What is lost of a layer, in words.</summary>
    private static IEnumerable<Sentence> LostBy(Graphic graphic, Layer layer)
    {
        var values = layer.Content.Values;
        var kept = layer
            .Content.Kind.LookAs(values, Content.Of<PathContent>().Values)
            .Mentioned.Select(m => m.Channel)
            .ToHashSet(ReferenceEqualityComparer.Instance);
        var gone = values.Mentioned.Where(m => !kept.Contains(m.Channel)).ToArray();
        if (layer.Content.Kind.Worded is not null)
        {
            yield return $"words that can be edited";
        }
        if (layer.Content.Kind.InPieces is { } pieces && (pieces.Coming(values) ?? pieces.Going(values)) is not null)
        {
            yield return $"letters that move one by one";
        }
        foreach (
            var field in (graphic.Fields ?? []).Where(f =>
                f.Fills.Any(t =>
                    t.Layer == layer.Id
                    && Content.Of<PathContent>().Values.Find(t.Address.Words[0]) is null
                    && layer.Content.Values.Find(t.Address.Words[0]) is not null
                )
            )
        )
        {
            yield return $"the field {field.Name}";
        }
        foreach (var (spec, channel) in gone)
        {
            if (channel.IsKeyed)
            {
                yield return $"the keyframes of {spec.Term.Small}";
            }
            else if (spec.Kind is LayersKind && channel.Constant.Text.Length > 0)
            {
                yield return $"what it follows ({spec.Term.Small})";
            }
        }
        if (layer.Content.Kind is Plate && Bevel.IsThere(values))
        {
            yield return $"its bevel";
        }
    }
}

/// <summary>Makes a combination of shapes, which stands in front of them; they are hidden and go on living in it.</summary>
/// <param name="At">The frame shown.</param>
public sealed record CombineShapes(ImmutableArray<string> Layers, Combining How, int At = 0) : Edit
{
    public override Sentence Describe(Graphic graphic) => $"Combine {Layers.Length} shapes";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper)
    {
        var chosen = Layers.Distinct().Select(graphic.Layer).OrderBy(graphic.Layers.IndexOf).ToArray();
        if (chosen.Length < 2)
        {
            throw new ProblemException($"Shapes are combined by two or more.", $"Select several shapes.");
        }
        if (chosen.FirstOrDefault(l => !l.Content.Kind.HasEdge) is { } without)
        {
            throw new ProblemException($"It has no edge to combine by.", $"Select shapes, paths or type.", without.Name);
        }
        var first = chosen[0];
        var content = Content.Of<Combination>();
        var values = first
            .Content.Kind.LookAs(first.Content.Values, content.Values)
            .With(Combination.Shapes, LayersKind.Of(chosen.Select(l => l.Id)))
            .With(Combination.How, new Value((int)How));
        var made = new Layer
        {
            Id = LayerIds.Free(graphic),
            Name = LayerNames.Free(string.Join(" and ", chosen.Take(2).Select(l => l.Name)), graphic.Layers.Select(l => l.Name)),
            Group = chosen.Select(l => l.Group).Distinct().ToArray() is [var one] ? one : null,
            Content = content with { Values = values },
        };
        var front = graphic.Layers.IndexOf(chosen[^1]);
        return graphic with { Layers = [.. graphic.Layers.Insert(front + 1, made).Select(l => Layers.Contains(l.Id) ? l with { Hidden = true } : l)] };
    }
}
