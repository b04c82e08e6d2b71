using Hang.Core.Documents;
using Hang.Core.Layers;
using Hang.Scene;
using Hang.Scene.Typesetting;

namespace Hang.Core.Edits;

/// <summary>
/// Cuts off the graphic's time before and after some frames; what is left looks as before. Phases keep what is left of them. Words that are
/// in the midst of coming letter by letter are not: the letters behind would need keyframes before the first frame.
/// </summary>
/// <param name="From">First frame that stays.</param>
/// <param name="To">Last frame that stays.</param>
public sealed record Trim(int From, int To) : Edit
{
    public override Sentence Describe(Graphic graphic) => $"Trim to frames {From} to {To}";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper)
    {
        var (phases, last) = (graphic.Phases, graphic.Phases.Total - 1);
        if (From < 0 || To > last || To < From)
        {
            throw new ProblemException(
                $"Frames {From} to {To} are not all in the graphic.",
                $"Use frames from 0 to {last}, the first before the last.",
                field: "from"
            );
        }
        int Left(int start, int length) => Math.Max(0, Math.Min(start + length, To + 1) - Math.Max(start, From));
        var trimmed = graphic with { Phases = new(Left(0, phases.Arrive), Left(phases.HoldStart, phases.Hold), Left(phases.LeaveStart, phases.Leave)) };
        return trimmed with { Layers = [.. graphic.Layers.Select(l => Cut(graphic, trimmed, l))] };
    }

    private Layer Cut(Graphic graphic, Graphic trimmed, Layer layer)
    {
        var moved = Cutting.InTime(layer.MapKeys((_, k) => k with { At = k.At - From }), To - From);
        var (first, end) = (layer.In ?? 0, layer.Out ?? graphic.Phases.Total - 1);
        if (end < From || first > To)
        {
            // Nothing of it is left; others may name it all the same.
            return moved with { In = null, Out = null, Hidden = true };
        }
        var spanned = Spans.Of(trimmed, moved, first - From, end - From);
        var later = Math.Max(0, From - first);
        return later == 0
            ? spanned
            : spanned with
            {
                Content = layer.Content with { Values = layer.Content.Kind.Later(moved.Content.Values, graphic.Rate.Seconds(later)) },
            };
    }
}

/// <summary>Layers whose time is cut off.</summary>
internal static class Cutting
{
    /// <summary>The layer without keyframes before the graphic's first or after its last frame: what is left of a change goes on as it did.</summary>
    public static Layer InTime(Layer layer, int last)
    {
        foreach (var place in layer.Mentioned().Where(m => m.Channel.Keys.Any(k => k.At < 0 || k.At > last)).ToArray())
        {
            var channel = place.Channel.WithCutAt(0).WithCutAt(last);
            var kept = channel.Keys.Where(k => k.At >= 0 && k.At <= last).ToList();
            if (kept.Count == 0)
            {
                // All of it is over, or none has begun.
                kept.Add(channel.Keys[0] with { At = 0, Value = channel.At(0), Bend = null });
            }
            layer = layer.At(place.Address).Put(Scene.Motion.Channel.Of(channel.Kind, kept));
        }
        return layer;
    }
}
