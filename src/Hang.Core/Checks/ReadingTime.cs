using System.Collections.Immutable;
using Hang.Core.Evaluation;
using Hang.Core.Layers;
using Hang.Scene.Geometry;
using Hang.Scene.PaintList;
using Hang.Scene.Typesetting;

namespace Hang.Core.Checks;

/// <summary>
/// Whether a graphic's words can be read: the time that they need at 160 to 180 words a minute (BBC Subtitle Guidelines, "Speed"; the figures are from
/// memory) against the frames in which they stand fully visible.
/// </summary>
/// <param name="Words">Words of all type that shows; words by UAX #29.</param>
/// <param name="Needs">Frames needed at the faster pace.</param>
/// <param name="NeedsCalmly">Frames needed at the slower pace.</param>
/// <param name="Stands">Frames in which all of it is fully visible: opaque, unmasked, sharp and inside the frame.</param>
/// <param name="HoldThatWouldDo">The length of Hold with which it stands for <paramref name="NeedsCalmly"/> frames; today's when that is enough, or when
/// the words never all stand.</param>
public sealed record ReadingTime(int Words, int Needs, int NeedsCalmly, int Stands, int HoldThatWouldDo)
{
    private const double FastWords = 180;
    private const double CalmWords = 160;
    private const float Opaque = 0.995f;
    private const double Slack = 0.5;

    public static ReadingTime Of(Evaluator evaluator, ITypeShaper shaper)
    {
        var graphic = evaluator.Unfolded.Whole;
        var type = graphic.Layers.Where(l => l.Content.Kind.Worded is not null && !l.Hidden).ToArray();
        var words = Once(type).Sum(l => Wordings(l).Sum(text => TextPieces.Lines(text).Sum(line => shaper.Words(line).Length)));
        int Frames(double pace) => (int)Math.Ceiling(words / pace * 60 * graphic.Rate.Numerator / graphic.Rate.Denominator - 1e-9);
        var ids = type.Where(l => Wordings(l).Any(t => !string.IsNullOrWhiteSpace(t))).Select(l => l.Id).ToHashSet(StringComparer.Ordinal);
        var nodes = Enumerable
            .Range(0, evaluator.Strips.Length)
            .Where(i => evaluator.Strips[i] is { IsMarked: true, HasWords: true } strip && ids.Contains(strip.Layer))
            .ToImmutableArray();
        // Of a layer that is cut in parts, only the part that shows can stand.
        var parts = type.Where(l => type.Any(o => IsPart(l, o))).ToDictionary(l => l.Id, StringComparer.Ordinal);
        ImmutableArray<int> At(int frame) =>
            parts.Count == 0
                ? nodes
                :
                [
                    .. nodes.Where(n =>
                        !parts.TryGetValue(evaluator.Strips[n].Layer, out var part)
                        || part.ShowsAt(frame)
                        || !type.Any(o => IsPart(part, o) && o.ShowsAt(frame))
                    ),
                ];
        var stands = words == 0 ? 0 : Enumerable.Range(0, graphic.Phases.Total).Count(frame => AllStand(evaluator, At(frame), frame));
        var calm = Frames(CalmWords);
        // Words that never stand would not stand in a longer Hold either.
        return new(words, Frames(FastWords), calm, stands, graphic.Phases.Hold + (stands == 0 ? 0 : Math.Max(0, calm - stands)));
    }

    /// <summary>Each layer of words once, of those that are parts of one the first.</summary>
    private static IEnumerable<Layer> Once(IReadOnlyList<Layer> type) => type.Where((l, i) => !type.Take(i).Any(o => IsPart(l, o)));

    /// <summary>True for two layers that say the same, one after the other: parts of one that was split.</summary>
    private static bool IsPart(Layer a, Layer b) =>
        a.Id != b.Id
        && ((a.Out is { } end && b.In is { } next && end < next) || (b.Out is { } last && a.In is { } first && last < first))
        && Wordings(a).SequenceEqual(Wordings(b));

    private static IEnumerable<string> Wordings(Layer layer) => layer.Content.Kind.Worded!.Wordings(layer.Content.Values);

    private static bool AllStand(Evaluator evaluator, ImmutableArray<int> nodes, int frame)
    {
        float[] Row(int node)
        {
            var row = new float[evaluator.Strips[node].Size];
            evaluator.Fill(node, frame, row);
            return row;
        }
        // Pieces at rest are drawn as one, and then they are nothing by themselves.
        var resting = nodes
            .Where(n => PieceRest.Is(evaluator.Strips[n].Id) && Row(n)[6] > 0)
            .Select(n => evaluator.Strips[n].Layer)
            .ToHashSet(StringComparer.Ordinal);
        foreach (var node in nodes.Where(n => PieceRest.Is(evaluator.Strips[n].Id) == resting.Contains(evaluator.Strips[n].Layer)))
        {
            var (strip, v) = (evaluator.Strips[node], Row(node));
            var (box, shown) = (strip.Ops[1].Offset(Ops.Mark.Box), strip.Ops[1].Offset(Ops.Mark.Shown));
            var whole = Enumerable.Range(0, 4).All(i => Math.Abs(v[box + i] - v[shown + i]) <= Slack);
            var seen = new Matrix(v[0], v[1], v[2], v[3], v[4], v[5]).Map(new Box(v[box], v[box + 1], v[box + 2], v[box + 3]));
            var soft = strip.Ops.SelectMany(o => o.Steps).Any(s => v[s.Offset(StepKind.On)] != 0 && ((StepKind)s.Kind).Softens(v.AsSpan(s.At)) > Slack);
            if (
                v[6] < Opaque
                || !whole
                || soft
                || seen.IsEmpty
                || seen.Left < -Slack
                || seen.Top < -Slack
                || seen.Right > evaluator.Graphic.Width + Slack
                || seen.Bottom > evaluator.Graphic.Height + Slack
            )
            {
                return false;
            }
        }
        return true;
    }
}
