using System.Collections.Immutable;
using Hang.Core.Arrivals;
using Hang.Core.Documents;
using Hang.Scene;
using Hang.Scene.Motion;
using Hang.Scene.Typesetting;

namespace Hang.Core.Edits;

/// <summary>Lets layers come on, or go off, in a ready-made way, one after the other. See <see cref="ArrivalSettings"/> for what the parts mean.</summary>
/// <param name="Feel">CSS easing text.</param>
/// <param name="Every">Frames from one layer to the next, 0 or more.</param>
/// <param name="Order">Which layer is first.</param>
/// <param name="AsOne">True: glides go as far as all of them together need, at once, so that nothing between them moves.</param>
public sealed record ApplyArrival(
    ImmutableArray<string> Layers,
    ArrivalKind Kind,
    bool Leaving = false,
    int? Length = null,
    double? Distance = null,
    string? Feel = null,
    PieceStagger? Pieces = null,
    bool Keep = false,
    int Every = 0,
    StaggerOrder Order = StaggerOrder.TopDown,
    bool AsOne = false
) : Edit
{
    public override Sentence Describe(Graphic graphic) =>
        (Leaving, Layers.Length) switch
        {
            (false, 1) => $"{ArrivalSpec.Of(Kind).Term}: {NameOf(graphic, Layers[0])}",
            (false, _) => $"{ArrivalSpec.Of(Kind).Term}: {Layers.Length} layers",
            (true, 1) => $"{ArrivalSpec.Of(Kind).Term} off: {NameOf(graphic, Layers[0])}",
            _ => $"{ArrivalSpec.Of(Kind).Term} off: {Layers.Length} layers",
        };

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper)
    {
        if (Every is < 0 or > 1000 || Length is < 1 or > Scene.Phases.PhaseLengths.MostFrames)
        {
            throw new ProblemException(
                $"This length or stagger is not possible.",
                $"Use 1 frame or more for the length, 0 to 1000 for the stagger.",
                field: "length"
            );
        }
        Pieces?.Demand(NameOf(graphic, Layers.FirstOrDefault() ?? ""), "pieces");
        var settings = new ArrivalSettings(Kind, Leaving, Length, Distance, Feel is null ? null : FeelText.Parse(Feel), Pieces, Keep);
        // What is only heard comes and goes with its fades.
        var seen = Layers.Distinct().Where(id => graphic.Layer(id).Content.Kind.IsOnStage).ToImmutableArray();
        if (seen.IsEmpty && !Layers.IsEmpty)
        {
            throw new ProblemException($"A sound is not seen coming or going.", $"Give it a fade in or a fade out.", NameOf(graphic, Layers[0]), "fadeIn");
        }
        if (AsOne)
        {
            return TogetherIn(graphic, seen, settings, shaper);
        }
        var ranks = LayerRanks.Of(graphic, seen, Order);
        var last = ranks.Count - 1;
        // Who came first goes first: the offset of going off counts from the end.
        return ranks.Aggregate(graphic, (g, r) =>
            g.With(new ArrivalWriter(g, shaper).Write(g.Layer(r.Key), settings, Every * (Leaving ? last - r.Value : r.Value), Every * last))
        );
    }

    /// <summary>What hangs from another of them, or is in it, moves with it already.</summary>
    private static Graphic TogetherIn(Graphic graphic, ImmutableArray<string> seen, ArrivalSettings settings, ITypeShaper shaper)
    {
        var own = seen.Where(id => graphic.Layer(id) is var l && !seen.Contains(l.Carrier ?? "") && !seen.Contains(l.Group ?? "")).ToArray();
        var far = settings.Distance ?? own.Select(id => new ArrivalWriter(graphic, shaper).FarOf(graphic.Layer(id), settings)).Max();
        return own.Aggregate(graphic, (g, id) => g.With(new ArrivalWriter(g, shaper).Write(g.Layer(id), settings with { Distance = far }, 0, 0)));
    }
}
