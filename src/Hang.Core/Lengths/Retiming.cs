using Hang.Core.Documents;
using Hang.Core.Layers;
using Hang.Scene;
using Hang.Scene.Phases;
using Hang.Scene.Time;
using Hang.Scene.Typesetting;

namespace Hang.Core.Lengths;

/// <summary>A graphic at another rate: everything keeps its seconds, on the nearest frame.</summary>
/// <param name="Graphic">The graphic at the new rate.</param>
/// <param name="Report">Which keyframes could not stay exactly where they were, in words; null when all could.</param>
internal sealed record Retiming(Graphic Graphic, Sentence? Report)
{
    private const int MostNamed = 6;

    public static Retiming To(Graphic graphic, FrameRate rate)
    {
        var old = graphic.Rate;
        var (up, down) = ((long)rate.Numerator * old.Denominator, (long)rate.Denominator * old.Numerator);
        bool IsExact(int frame) => frame * up % down == 0;
        int Near(int frame) => (int)((2 * frame * up + down) / (2 * down));
        var total = Math.Max(1, Near(graphic.Phases.Total));
        var hold = Math.Min(Near(graphic.Phases.HoldStart), total);
        var leave = Math.Clamp(Near(graphic.Phases.LeaveStart), hold, total);
        int At(int frame) => Math.Min(Near(frame), total - 1);
        var moved = new List<Sentence>();
        var together = 0;
        var layers = graphic
            .Layers.Select(layer =>
            {
                var moving = layer.MapKeys((_, key) => key with { At = At(key.At) });
                foreach (var (before, after) in layer.Mentioned().Zip(moving.Mentioned()))
                {
                    together += before.Channel.Keys.Length - after.Channel.Keys.Length;
                    moved.AddRange(
                        before
                            .Channel.Keys.Where(k => !IsExact(k.At) || At(k.At) != Near(k.At))
                            .Select(k => (Sentence)$"{before.Spec.Term} of {layer.Name} at {k.At} is now at {At(k.At)}")
                    );
                }
                Layer timed = moving with
                {
                    In = layer.In is { } first ? At(first) : null,
                    Out = layer.Out is { } last ? Math.Max(At(layer.In ?? 0), Math.Min(Near(last + 1) - 1, total - 1)) : null,
                };
                if (timed.Content.Kind.InPieces is not { } pieces)
                {
                    return timed;
                }
                PieceStagger Every(PieceStagger stagger) => stagger with { Every = stagger.Every == 0 ? 0 : Math.Max(1, Near(stagger.Every)) };
                var words = timed.Content.Values;
                words = pieces.Coming(words) is { } coming ? pieces.WithComing(words, Every(coming)) : words;
                words = pieces.Going(words) is { } going ? pieces.WithGoing(words, Every(going)) : words;
                return timed with { Content = timed.Content with { Values = words } };
            })
            .ToArray();
        var retimed = graphic with { Rate = rate, Phases = new PhaseLengths(hold, leave - hold, total - leave), Layers = [.. layers] };
        return new(retimed, Words(moved, together, graphic.Layers.Sum(l => l.Mentioned().Sum(c => c.Channel.Keys.Length))));
    }

    private static Sentence? Words(List<Sentence> moved, int together, int all)
    {
        if (moved.Count == 0)
        {
            return null;
        }
        var few = Sentence.Joined(", ", moved.Take(MostNamed));
        var named = moved.Count > MostNamed ? $"{few} and {moved.Count - MostNamed} more" : few;
        var (count, again) = (moved.Count, (Sentence)$"Undo brings the old rate back.");
        return together switch
        {
            0 => $"{count} of {all} keyframes moved to the nearest frame: {named}. {again}",
            1 => $"{count} of {all} keyframes moved to the nearest frame: {named}. 1 fell on the same frame as another and is gone. {again}",
            _ => $"{count} of {all} keyframes moved to the nearest frame: {named}. {together} fell on the same frame as another and are gone. {again}",
        };
    }
}
