using System.Collections.Immutable;
using Hang.Core.Contents;
using Hang.Core.Documents;
using Hang.Core.Effects;
using Hang.Core.Evaluation;
using Hang.Core.Layers;
using Hang.Scene;
using Hang.Scene.Geometry;
using Hang.Scene.Motion;
using Hang.Scene.Registry;
using Hang.Scene.Typesetting;
using Hang.Scene.Values;

namespace Hang.Core.Arrivals;

/// <summary>How a layer comes on or goes off.</summary>
/// <param name="Leaving">True: goes off, by the mirrored motion.</param>
/// <param name="Length">Frames, 1 or more; absent: as many as the phase leaves, at least half of it.</param>
/// <param name="Distance">In the kind's unit; absent: the kind's own.</param>
/// <param name="Feel">Of coming on; absent: the kind's own. Going off turns it round.</param>
/// <param name="Pieces">For type: letters, words or lines one after the other; absent: as it is.</param>
/// <param name="Keep">True: keyframes that are there already stay; false: the layer's earlier way of coming on is replaced.</param>
public sealed record ArrivalSettings(ArrivalKind Kind, bool Leaving, int? Length, double? Distance, Feel? Feel, PieceStagger? Pieces, bool Keep);

/// <summary>Writes a way of coming on as ordinary keyframes: from a state in which the layer is not there to the one it has at rest.</summary>
public sealed class ArrivalWriter(Graphic graphic, ITypeShaper shaper)
{
    /// <summary>The values that ways of coming on write, besides the radius of a blur.</summary>
    private static readonly ImmutableArray<Address> Written =
    [
        Of(LayerValues.Position),
        Of(LayerValues.Scale),
        Of(LayerValues.Turn),
        Of(LayerValues.Opacity),
        Of(LayerValues.Mask),
        Of(TypeContent.Tracking),
    ];

    private const double Clear = 4;

    /// <summary>What a way of coming on does to one value.</summary>
    /// <param name="Away">The value while the layer is not there.</param>
    /// <param name="Share">Share of the length after which the value is at rest.</param>
    private sealed record Track(Address Address, Value Away, Feel Feel, double Share = 1);

    /// <summary>The layer with its keyframes.</summary>
    /// <param name="offset">Frames by which it starts later, or goes off earlier.</param>
    /// <param name="spare">Frames that the phase must leave for other layers when no length is given.</param>
    /// <exception cref="ProblemException">The layer cannot come on in that way, or there is no time for it.</exception>
    public Layer Write(Layer layer, ArrivalSettings settings, int offset, int spare)
    {
        var spec = ArrivalSpec.Of(settings.Kind);
        if (layer.Content.Kind.InPieces is { } moving)
        {
            layer = layer with { Content = layer.Content with { Values = InPieces(moving, layer, settings) } };
        }
        else if (spec.TypeOnly || settings.Pieces is not null)
        {
            throw new ProblemException(
                spec.TypeOnly ? (Sentence)$"{spec.Term} needs letters." : $"{spec.Term} by pieces needs letters.",
                $"Choose a type layer, or another way of coming on.",
                layer.Name
            );
        }
        if (settings.Kind == ArrivalKind.Sharpen && !layer.Content.Kind.IsInvisible && BlurOf(layer) is null)
        {
            // It needs something to sharpen: a blur that is none at rest.
            layer = layer.WithEffect(Modules<EffectKind>.Of<Blur>(), null, Modules<EffectKind>.Of<Blur>().Blank.With(Blur.Radius, new Value(0)));
        }
        var (first, last) = (layer.In ?? 0, layer.Out ?? graphic.Phases.Total - 1);
        var late = Spread(layer, settings.Leaving);
        var room = Room(settings.Leaving);
        // Many pieces may take longer than the phase has; each still gets half of it, or nothing of the motion would be seen.
        var length = Math.Max(1, settings.Length ?? Math.Max((room + 1) / 2, room - late - spare));
        var (away, rest) = settings.Leaving ? (last - offset, last - offset - length) : (first + offset, first + offset + length);
        if (Math.Min(away, rest) < first || Math.Max(away, rest) > last)
        {
            throw new ProblemException(
                $"There is no time for it: the layer shows from frame {first} to {last}.",
                $"Make it shorter, with a smaller stagger, or lengthen a phase.",
                layer.Name,
                "length"
            );
        }
        var settled = settings.Leaving ? Math.Min(rest, graphic.Phases.LeaveStart) : Math.Max(rest, Math.Min(graphic.Phases.HoldStart, last));
        var tracks = Tracks(layer, settings, settings.Feel ?? spec.Feel, settled).Where(t => layer.Find(t.Address) is not null).ToArray();
        if (tracks.Length == 0)
        {
            throw new ProblemException(
                $"{spec.Term} does nothing to a layer of this kind.",
                $"Choose another way, or a layer that shows something.",
                layer.Name
            );
        }
        var written = BlurOf(layer) is { } blur ? Written.Add(blur) : Written;
        var atRest = written.Select(layer.Find).OfType<ValuePlace>().ToDictionary(v => v.Address, v => v.Channel.At(settled));
        if (!settings.Keep)
        {
            layer = atRest.Aggregate(layer, (l, c) => Cleared(l.At(c.Key), settled, c.Value, settings.Leaving));
        }
        foreach (var track in tracks)
        {
            var end = away + Math.Sign(rest - away) * Math.Max(1, (int)Math.Round(length * track.Share));
            Keyframe[] keys = settings.Leaving
                // What is there until the frame before it is away jumps with that frame, and not with its own.
                ? [new(end, atRest[track.Address], track.Share == 0 ? track.Feel : track.Feel.Reversed), new(away, track.Away, Feel.Linear)]
                : [new(away, track.Away, track.Feel), new(end, atRest[track.Address], Feel.Linear)];
            var place = layer.At(track.Address);
            layer = place.Put(Channel.Of(place.Spec.Kind, place.Channel.Keys.Concat(keys)));
        }
        return layer;
    }

    /// <summary>How far a layer glides to be just outside the frame, in pixels; null where its way of coming on is no glide.</summary>
    internal double? FarOf(Layer layer, ArrivalSettings settings) =>
        SideOf(settings.Kind) is var (x, y)
            ? Far(
                Together(
                    new(graphic, shaper),
                    layer,
                    settings.Leaving ? graphic.Phases.LeaveStart : Math.Min(graphic.Phases.HoldStart, graphic.Phases.Total - 1)
                ),
                x,
                y
            )
            : null;

    private static (int X, int Y)? SideOf(ArrivalKind kind) =>
        kind switch
        {
            ArrivalKind.GlideFromLeft => (-1, 0),
            ArrivalKind.GlideFromRight => (1, 0),
            ArrivalKind.GlideFromTop => (0, -1),
            ArrivalKind.GlideFromBottom => (0, 1),
            _ => null,
        };

    private double Far(Box seen, int x, int y) =>
        Clear
        + (
            x < 0 ? seen.Right
            : x > 0 ? graphic.Width - seen.Left
            : y < 0 ? seen.Bottom
            : graphic.Height - seen.Top
        );

    private static Address Of(ValueSpec spec) => new(spec.Name);

    /// <summary>The address of the radius of the layer's first blur.</summary>
    private static Address? BlurOf(Layer layer) =>
        layer.Effects.FirstOrDefault(e => e.Kind is Blur) is { } blur ? Address.OfEffect(blur.Id, Blur.Radius.Name) : null;

    private int Room(bool leaving)
    {
        var phase = leaving ? graphic.Phases.Leave - 1 : graphic.Phases.Arrive;
        return phase > 0 ? phase : Math.Max(1, Math.Min(12, graphic.Phases.Total / 3));
    }

    /// <summary>
    /// Type as it comes on or goes off in pieces. Each has a stagger of its own; who goes off without one does so as he came, but with the last piece
    /// where the motion is written, so that all are gone by then, however many the words become.
    /// </summary>
    private ValueSet InPieces(IPieces pieces, Layer layer, ArrivalSettings settings)
    {
        var values = layer.Content.Values;
        var (came, leaves) = (pieces.Coming(values), pieces.Going(values));
        PieceStagger? usual = settings.Kind == ArrivalKind.TypeOn ? new(PieceKind.Letter, 2) : null;
        return settings.Leaving
            ? (settings.Pieces ?? leaves ?? came ?? usual) is { } going
                ? pieces.WithGoing(values, going)
                : values
            // What went off as one goes on doing so, however it comes.
            : (settings.Pieces ?? (usual is null ? null : came ?? usual)) is { } coming
                ? pieces.WithComing(GoesAsOne() ? pieces.WithGoingAsOne(values) : values, coming)
                : values;

        bool GoesAsOne() => pieces.GoesAsOne(values) && DepartureOf.Layer(layer, graphic.Phases) is not null;
    }

    /// <summary>Frames by which the last piece runs after the first.</summary>
    private int Spread(Layer layer, bool leaving) =>
        layer.Content.Kind.InPieces is null
            ? 0
            : layer
                .Content.Kind.Draw(layer.Content.Values, DrawContext.Alone(shaper) with { Departing = leaving ? new(0, int.MaxValue) : null })
                .Pieces.Where(p => !leaving || p.From == 0)
                .Select(p => Math.Abs(p.Delay))
                .DefaultIfEmpty()
                .Max();

    private IEnumerable<Track> Tracks(Layer layer, ArrivalSettings settings, Feel feel, int settled)
    {
        var fade = new Track(Of(LayerValues.Opacity), new(0), Feel.Linear, 0.5);
        var distance = settings.Distance ?? ArrivalSpec.Of(settings.Kind).Distance;
        Value At(Address address) => layer.Find(address)?.Channel.At(settled) ?? default;
        Track Shift(Point to) => new(Of(LayerValues.Position), Add(At(Of(LayerValues.Position)), to), feel);
        Track Masked(double left, double top, double right, double bottom) => new(Of(LayerValues.Mask), new(left, top, right, bottom), feel);
        var small = new Track(Of(LayerValues.Scale), new(0, 0), feel);
        return settings.Kind switch
        {
            ArrivalKind.Fade => [new(Of(LayerValues.Opacity), new(0), feel)],
            ArrivalKind.Rise => [Shift(new(0, distance!.Value)), fade],
            ArrivalKind.GlideFromLeft => [Shift(Outside(layer, settled, -1, 0, distance))],
            ArrivalKind.GlideFromRight => [Shift(Outside(layer, settled, 1, 0, distance))],
            ArrivalKind.GlideFromTop => [Shift(Outside(layer, settled, 0, -1, distance))],
            ArrivalKind.GlideFromBottom => [Shift(Outside(layer, settled, 0, 1, distance))],
            ArrivalKind.WipeFromLeft => [Masked(0, 0, 0, 1)],
            ArrivalKind.WipeFromRight => [Masked(1, 0, 1, 1)],
            ArrivalKind.WipeFromTop => [Masked(0, 0, 1, 0)],
            ArrivalKind.WipeFromBottom => [Masked(0, 1, 1, 1)],
            ArrivalKind.Grow => [small],
            ArrivalKind.Drop => [Shift(new(0, -distance!.Value)), fade with { Share = 0.25 }],
            ArrivalKind.Pop => [small, fade with { Share = 0.25 }],
            ArrivalKind.Sharpen => [new(BlurOf(layer) ?? new("blur"), new(distance!.Value), feel), fade with { Share = 0.75 }],
            ArrivalKind.TurnIn => [new(Of(LayerValues.Turn), Add(At(Of(LayerValues.Turn)), new(-distance!.Value, 0)), feel), fade],
            ArrivalKind.Spread => [new(Of(TypeContent.Tracking), Add(At(Of(TypeContent.Tracking)), new(distance!.Value, 0)), feel), fade],
            _ => [new(Of(LayerValues.Opacity), new(0), Feel.Hold, 0)],
        };
    }

    /// <summary>The way, in the coordinates of the layer's position, from its rest to a distance on one side, or to just outside the frame.</summary>
    private Point Outside(Layer layer, int settled, int x, int y, double? distance)
    {
        var evaluator = new Evaluator(graphic.With(layer), shaper);
        var seen = Together(evaluator, layer, settled);
        var far = distance ?? Far(seen, x, y);
        var carrier = evaluator.PlaceOfCarrier(layer, settled);
        var back = (carrier with { E = 0, F = 0 }).Inverse;
        var way = back.Map(new Point(x * Math.Max(0, far), y * Math.Max(0, far)));
        return double.IsFinite(way.X) && double.IsFinite(way.Y)
            ? way
            : throw new ProblemException($"What it hangs from has no size there, so it cannot glide.", $"Choose another way of coming on.", layer.Name);
    }

    /// <summary>The box of a layer and of all that follows it, in pixels of the graphic.</summary>
    private static Box Together(Evaluator evaluator, Layer layer, int frame)
    {
        var (box, world) = evaluator.Place(layer, frame);
        var own = layer.Content.Kind.IsInvisible || box.IsEmpty ? Box.Empty : world.Map(box);
        return evaluator
            .Graphic.Layers.Where(l => l.Carrier == layer.Id && l.Content.Kind.IsOnStage)
            .Aggregate(own, (all, l) => all.Union(Together(evaluator, l, frame)));
    }

    /// <summary>The layer with a value without the keyframes before (or, leaving, after) its rest; what follows stays as it was.</summary>
    private static Layer Cleared(ValuePlace place, int settled, Value rest, bool leaving)
    {
        var channel = place.Channel;
        bool Goes(Keyframe k) => leaving ? k.At > settled : k.At < settled;
        if (!channel.Keys.Any(Goes))
        {
            return place.Layer;
        }
        var kept = channel.Keys.RemoveAll(Goes);
        if (kept.IsEmpty)
        {
            return place.Put(Channel.Of(channel.Kind, rest));
        }
        // A change that runs across the border is cut there instead of being bent.
        var border = channel.KeyAt(settled) is null && (leaving ? kept[^1].Value : kept[0].Value) != rest;
        return place.Put(Channel.Of(channel.Kind, border ? kept.Concat(channel.WithKeyAt(settled, Feel.Linear).Keys.Where(k => k.At == settled)) : kept));
    }

    private static Value Add(Value a, Point b) => new(a.X + b.X, a.Y + b.Y);
}
