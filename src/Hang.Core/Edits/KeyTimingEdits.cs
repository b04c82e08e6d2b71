using System.Collections.Immutable;
using Hang.Core.Documents;
using Hang.Scene;
using Hang.Scene.Json;
using Hang.Scene.Motion;
using Hang.Scene.Typesetting;

namespace Hang.Core.Edits;

/// <summary>Plays keyframes backwards within the time they take, each change with its feel turned round.</summary>
public sealed record ReverseKeys(ImmutableArray<KeyPlace> Keys) : Edit
{
    public override Sentence Describe(Graphic graphic) => $"Reverse keyframes";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper)
    {
        if (Keys.IsEmpty)
        {
            return graphic;
        }
        var ends = Keys.Min(k => k.At) + Keys.Max(k => k.At);
        return KeyGroups.Retime(graphic, Keys, k => ends - k.At, Turned);
    }

    /// <summary>A change's feel stands at its start, so each keyframe takes over that of the change before it, turned round.</summary>
    private static ImmutableArray<Keyframe> Turned(ImmutableArray<Keyframe> keys) =>
        [
            .. keys.Select(
                (key, i) =>
                    i == 0
                        ? key with
                        {
                            Bend = key.Bend?.Reversed,
                            Feel = keys[^1].Feel,
                            Parts = keys[^1].Parts,
                        }
                        : key with
                        {
                            Bend = key.Bend?.Reversed,
                            Feel = keys[i - 1].Feel.Reversed,
                            Parts = keys[i - 1].Parts?.Map(f => f.Reversed),
                        }
            ),
        ];
}

/// <summary>Spreads or squeezes keyframes in time: one end stays, the other moves, all else keeps its share. It stops before two fall together.</summary>
/// <param name="Anchor">The frame that stays.</param>
/// <param name="Edge">The frame that is dragged; not the anchor.</param>
/// <param name="To">Where that frame goes.</param>
public sealed record StretchKeys(ImmutableArray<KeyPlace> Keys, int Anchor, int Edge, int To) : Edit
{
    public override Sentence Describe(Graphic graphic) =>
        Math.Abs(To - Anchor) > Math.Abs(Edge - Anchor) ? (Sentence)$"Spread keyframes" : $"Squeeze keyframes";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper)
    {
        if (Edge == Anchor)
        {
            throw new ProblemException($"Keyframes on one frame cannot be spread.", $"Select keyframes on two frames or more.", field: "edge");
        }
        if (Keys.IsEmpty)
        {
            return graphic;
        }
        if (Math.Abs((long)Edge) > Scene.Phases.PhaseLengths.MostFrames || Math.Abs((long)Anchor) > Scene.Phases.PhaseLengths.MostFrames)
        {
            throw new ProblemException($"These frames lie outside every graphic's time.", $"Choose frames of the graphic.", field: "edge");
        }
        var side = Math.Sign(Edge - Anchor);
        var to = side * Math.Max(1, side * (Math.Clamp(To, 0, graphic.Phases.Total - 1) - Anchor)) + Anchor;
        while (to != Edge && Math.Abs(to - Anchor) < Math.Abs(Edge - Anchor) && FallTogether(to))
        {
            to += side;
        }
        return KeyGroups.Retime(graphic, Keys, k => At(k.At, to));
    }

    private int At(int frame, int to) => Anchor + (int)Math.Round((double)(frame - Anchor) * (to - Anchor) / (Edge - Anchor), MidpointRounding.AwayFromZero);

    private bool FallTogether(int to) =>
        Keys.GroupBy(k => (k.Layer, k.Address)).Any(g => g.Select(k => At(k.At, to)).Distinct().Count() < g.Select(k => k.At).Distinct().Count());
}

/// <summary>Moves the selected keyframes of each layer so that their first stands at a frame.</summary>
/// <param name="At">The frame, usually the playhead's.</param>
public sealed record AlignKeys(ImmutableArray<KeyPlace> Keys, int At) : Edit
{
    public override Sentence Describe(Graphic graphic) => $"Align keyframes to frame {At}";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper)
    {
        var first = Keys.GroupBy(k => k.Layer, StringComparer.Ordinal).ToDictionary(g => g.Key, g => g.Min(k => k.At), StringComparer.Ordinal);
        return KeyGroups.Retime(graphic, Keys, k => k.At - first[k.Layer] + At);
    }
}

/// <summary>Moves each keyframe to the nearest of some frames.</summary>
/// <param name="Frames">Such as those in which a beat is heard.</param>
public sealed record SnapKeys(ImmutableArray<KeyPlace> Keys, [property: Most(SnapKeys.MostFrames)] ImmutableArray<int> Frames) : Edit
{
    public const int MostFrames = 20_000;

    public override Sentence Describe(Graphic graphic) => $"Put keyframes on the beat";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper)
    {
        var within = Frames.Where(f => f >= 0 && f < graphic.Phases.Total).ToArray();
        return within.Length == 0
            ? throw new ProblemException($"There is no beat to put them on.", $"Add a sound whose beats are heard within the graphic.", field: "frames")
            : KeyGroups.Retime(graphic, Keys, k => within.MinBy(f => Math.Abs(f - k.At)));
    }
}

/// <summary>In which order layers follow each other.</summary>
public enum StaggerOrder
{
    /// <summary>As the timeline lists them: the front layer first.</summary>
    TopDown,

    BottomUp,

    /// <summary>As they were selected.</summary>
    Selected,
}

/// <summary>Lets the keyframes of each layer run some frames after those of the layer before.</summary>
/// <param name="Every">Frames from one layer to the next; negative: earlier.</param>
public sealed record StaggerKeys(ImmutableArray<KeyPlace> Keys, [property: Within(-100_000, 100_000)] int Every, StaggerOrder Order = StaggerOrder.TopDown)
    : Edit
{
    public override Sentence Describe(Graphic graphic) => $"Stagger by {Every} frames";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper)
    {
        var ranks = LayerRanks.Of(graphic, [.. Keys.Select(k => k.Layer).Distinct()], Order);
        return KeyGroups.Retime(graphic, Keys, k => k.At + ranks[k.Layer] * Every);
    }
}

/// <summary>The place of each of some layers in an order, from 0.</summary>
internal static class LayerRanks
{
    public static Dictionary<string, int> Of(Graphic graphic, ImmutableArray<string> selected, StaggerOrder order)
    {
        var stack = graphic.Layers.Select((l, i) => (l.Id, i)).ToDictionary(p => p.Id, p => p.i, StringComparer.Ordinal);
        var ordered = order switch
        {
            StaggerOrder.TopDown => selected.OrderByDescending(id => stack.GetValueOrDefault(id)),
            StaggerOrder.BottomUp => selected.OrderBy(id => stack.GetValueOrDefault(id)),
            _ => selected.AsEnumerable(),
        };
        return ordered.Select((id, i) => (id, i)).ToDictionary(p => p.id, p => p.i, StringComparer.Ordinal);
    }
}
