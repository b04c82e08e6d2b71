using System.Collections.Immutable;
using Hang.Core.Evaluation;
using Hang.Core.Geometry;
using Hang.Core.Layers;
using Hang.Core.Typesetting;

namespace Hang.Core.Checks;

/// <summary>
/// Whether a graphic's words can be read: the time that they need at 160 to 180 words a minute (BBC Subtitle Guidelines, "Speed"; the figures are from
/// memory) against the frames in which they stand fully visible.
/// </summary>
/// <param name="Words">Words of all type that shows; words by UAX #29.</param>
/// <param name="Needs">Frames needed at the faster pace.</param>
/// <param name="NeedsCalmly">Frames needed at the slower pace.</param>
/// <param name="Stands">Frames in which all of it is fully visible: opaque, unmasked, sharp and inside the frame.</param>
/// <param name="HoldThatWouldDo">The length of Hold with which it stands for <paramref name="NeedsCalmly"/> frames; today's when that is enough, or when the words never all stand.</param>
public sealed record ReadingTime(int Words, int Needs, int NeedsCalmly, int Stands, int HoldThatWouldDo)
{
    private const double FastWords = 180;
    private const double CalmWords = 160;
    private const float Opaque = 0.995f;
    private const double Slack = 0.5;

    public static ReadingTime Of(Evaluator evaluator, ITypeShaper shaper)
    {
        var graphic = evaluator.Graphic;
        var type = graphic.Layers.OfType<TypeLayer>().Where(l => !l.Hidden && !string.IsNullOrWhiteSpace(l.Text)).ToArray();
        var words = type.Sum(l => TextPieces.Lines(l.Text).Sum(line => shaper.Words(line).Length));
        int Frames(double pace) => (int)Math.Ceiling(words / pace * 60 * graphic.Rate.Numerator / graphic.Rate.Denominator - 1e-9);
        var ids = type.Select(l => l.Id).ToHashSet(StringComparer.Ordinal);
        var nodes = Enumerable.Range(0, evaluator.Contents.Length)
            .Where(i => evaluator.Contents[i] is { Kind: NodeKind.Glyphs } c && ids.Contains(c.Layer) && c.Glyphs is { Glyphs.Length: > 0 }).ToImmutableArray();
        var stands = words == 0 ? 0 : Enumerable.Range(0, graphic.Phases.Total).Count(frame => AllStand(evaluator, nodes, frame));
        var calm = Frames(CalmWords);
        // Words that never stand would not stand in a longer Hold either.
        return new(words, Frames(FastWords), calm, stands, graphic.Phases.Hold + (stands == 0 ? 0 : Math.Max(0, calm - stands)));
    }

    private static bool AllStand(Evaluator evaluator, ImmutableArray<int> nodes, int frame)
    {
        Span<float> v = stackalloc float[Slots.Count(NodeKind.Glyphs)];
        foreach (var node in nodes)
        {
            evaluator.Fill(node, frame, v);
            var whole = v[Slots.Masked] == 0 || (v[Slots.Mask] <= v[Slots.Box] + Slack && v[Slots.Mask + 1] <= v[Slots.Box + 1] + Slack
                && v[Slots.Mask + 2] >= v[Slots.Box + 2] - Slack && v[Slots.Mask + 3] >= v[Slots.Box + 3] - Slack);
            var seen = new Matrix(v[0], v[1], v[2], v[3], v[4], v[5]).Map(new Box(v[Slots.Box], v[Slots.Box + 1], v[Slots.Box + 2], v[Slots.Box + 3]));
            if (v[Slots.Opacity] < Opaque || !whole || v[Slots.Blur] > Slack || seen.IsEmpty
                || seen.Left < -Slack || seen.Top < -Slack || seen.Right > evaluator.Graphic.Width + Slack || seen.Bottom > evaluator.Graphic.Height + Slack)
            {
                return false;
            }
        }
        return true;
    }
}
