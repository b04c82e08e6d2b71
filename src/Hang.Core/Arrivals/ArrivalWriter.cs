using System.Collections.Immutable;
using Hang.Core.Documents;
using Hang.Core.Evaluation;
using Hang.Core.Geometry;
using Hang.Core.Layers;
using Hang.Core.Motion;
using Hang.Core.Typesetting;

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
    /// <summary>The channels that ways of coming on write.</summary>
    private static readonly ImmutableArray<ChannelName> Written =
        [ChannelName.Position, ChannelName.Scale, ChannelName.Turn, ChannelName.Opacity, ChannelName.Mask, ChannelName.Blur, ChannelName.Tracking];

    private const double Clear = 4;

    /// <summary>What a way of coming on does to one channel.</summary>
    /// <param name="Away">The value while the layer is not there.</param>
    /// <param name="Share">Share of the length after which the channel is at rest.</param>
    private sealed record Track(ChannelName Channel, ChannelValue Away, Feel Feel, double Share = 1);

    /// <summary>The layer with its keyframes.</summary>
    /// <param name="offset">Frames by which it starts later, or goes off earlier.</param>
    /// <param name="spare">Frames that the phase must leave for other layers when no length is given.</param>
    /// <exception cref="ProblemException">The layer cannot come on in that way, or there is no time for it.</exception>
    public Layer Write(Layer layer, ArrivalSettings settings, int offset, int spare)
    {
        var spec = ArrivalSpec.Of(settings.Kind);
        if (layer is TypeLayer type)
        {
            var pieces = settings.Pieces ?? (settings.Kind == ArrivalKind.TypeOn ? type.Stagger ?? new(PieceKind.Letter, 2) : null);
            layer = pieces is null ? type : type with { Stagger = pieces };
        }
        else if (spec.TypeOnly || settings.Pieces is not null)
        {
            throw new ProblemException($"{spec.Title} {(spec.TypeOnly ? "" : "by pieces ")}needs letters.", "Choose a type layer, or another way of coming on.", layer.Name);
        }
        var (first, last) = (layer.In ?? 0, layer.Out ?? graphic.Phases.Total - 1);
        var late = Spread(layer);
        var room = Room(settings.Leaving);
        // Many pieces may take longer than the phase has; each still gets half of it, or nothing of the motion would be seen.
        var length = Math.Max(1, settings.Length ?? Math.Max((room + 1) / 2, room - late - spare));
        var (away, rest) = settings.Leaving ? (last - offset - late, last - offset - late - length) : (first + offset, first + offset + length);
        if (Math.Min(away, rest) < first || Math.Max(away, rest) > last)
        {
            throw new ProblemException($"There is no time for it: the layer shows from frame {first} to {last}.", "Make it shorter, with a smaller stagger, or lengthen a phase.", layer.Name, "length");
        }
        var settled = settings.Leaving ? Math.Min(rest, graphic.Phases.LeaveStart) : Math.Max(rest, Math.Min(graphic.Phases.HoldStart, last));
        var tracks = Tracks(layer, settings, settings.Feel ?? spec.Feel, settled).Where(t => layer.ChannelNames.Contains(t.Channel)).ToArray();
        if (tracks.Length == 0)
        {
            throw new ProblemException($"{spec.Title} does nothing to a layer of this kind.", "Choose another way, or a layer that shows something.", layer.Name);
        }
        var atRest = Written.Where(layer.ChannelNames.Contains).ToDictionary(n => n, n => layer.Channels[n].At(settled));
        var channels = layer.Channels;
        if (!settings.Keep)
        {
            channels = atRest.Aggregate(channels, (set, c) => Cleared(set, c.Key, settled, c.Value, settings.Leaving));
        }
        foreach (var track in tracks)
        {
            var end = away + Math.Sign(rest - away) * Math.Max(1, (int)Math.Round(length * track.Share));
            Keyframe[] keys = settings.Leaving
                ? [new(end, atRest[track.Channel], track.Feel.Reversed), new(away, track.Away, Feel.Linear)]
                : [new(away, track.Away, track.Feel), new(end, atRest[track.Channel], Feel.Linear)];
            channels = channels.With(track.Channel, Channel.Of(channels[track.Channel].Keys.Concat(keys)));
        }
        return layer with { Channels = channels };
    }

    private int Room(bool leaving)
    {
        var phase = leaving ? graphic.Phases.Leave - 1 : graphic.Phases.Arrive;
        return phase > 0 ? phase : Math.Max(1, Math.Min(12, graphic.Phases.Total / 3));
    }

    /// <summary>Frames by which the last piece runs after the first.</summary>
    private int Spread(Layer layer) => layer is TypeLayer { Stagger: { } stagger } type
        ? stagger.Ranks(SetType.Of(type, shaper).Split(type.Text, stagger.By, shaper).Length).DefaultIfEmpty().Max() * stagger.Every
        : 0;

    private IEnumerable<Track> Tracks(Layer layer, ArrivalSettings settings, Feel feel, int settled)
    {
        var fade = new Track(ChannelName.Opacity, new(0), Feel.Linear, 0.5);
        var distance = settings.Distance ?? ArrivalSpec.Of(settings.Kind).Distance;
        var c = layer.Channels;
        Track Shift(Point to) => new(ChannelName.Position, Add(c[ChannelName.Position].At(settled), to), feel);
        Track Masked(double left, double top, double right, double bottom) => new(ChannelName.Mask, new(left, top, right, bottom), feel);
        var small = new Track(ChannelName.Scale, new(0, 0), feel);
        return settings.Kind switch
        {
            ArrivalKind.Fade => [new(ChannelName.Opacity, new(0), feel)],
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
            ArrivalKind.Sharpen => [new(ChannelName.Blur, new(distance!.Value), feel), fade with { Share = 0.75 }],
            ArrivalKind.TurnIn => [new(ChannelName.Turn, Add(c[ChannelName.Turn].At(settled), new(-distance!.Value, 0)), feel), fade],
            ArrivalKind.Spread => [new(ChannelName.Tracking, Add(c[ChannelName.Tracking].At(settled), new(distance!.Value, 0)), feel), fade],
            _ => [new(ChannelName.Opacity, new(0), Feel.Hold, 0)],
        };
    }

    /// <summary>The way, in the coordinates of the layer's position, from its rest to a distance on one side, or to just outside the frame.</summary>
    private Point Outside(Layer layer, int settled, int x, int y, double? distance)
    {
        var evaluator = new Evaluator(graphic.With(layer), shaper);
        var (box, world) = evaluator.Place(layer, settled);
        var seen = world.Map(box);
        var far = distance ?? Clear + (x < 0 ? seen.Right : x > 0 ? graphic.Width - seen.Left : y < 0 ? seen.Bottom : graphic.Height - seen.Top);
        var carrier = layer.HangsFrom is { } from ? evaluator.Place(graphic.Layer(from), settled).World : Matrix.Identity;
        var back = (carrier with { E = 0, F = 0 }).Inverse;
        var way = back.Map(new Point(x * Math.Max(0, far), y * Math.Max(0, far)));
        return double.IsFinite(way.X) && double.IsFinite(way.Y) ? way : throw new ProblemException("What it hangs from has no size there, so it cannot glide.", "Choose another way of coming on.", layer.Name);
    }

    /// <summary>A channel without the keyframes before (or, leaving, after) its rest; what follows stays as it was.</summary>
    private static ChannelSet Cleared(ChannelSet set, ChannelName name, int settled, ChannelValue rest, bool leaving)
    {
        var channel = set[name];
        bool Goes(Keyframe k) => leaving ? k.At > settled : k.At < settled;
        if (!channel.Keys.Any(Goes))
        {
            return set;
        }
        var kept = channel.Keys.RemoveAll(Goes);
        if (kept.IsEmpty)
        {
            return set.With(name, rest);
        }
        // A change that runs across the border is cut there instead of being bent.
        var border = channel.KeyAt(settled) is null && (leaving ? kept[^1].Value : kept[0].Value) != rest;
        return set.With(name, border ? Channel.Of(kept.Concat(channel.WithKeyAt(settled, Feel.Linear).Keys.Where(k => k.At == settled))) : Channel.Of(kept));
    }

    private static ChannelValue Add(ChannelValue a, Point b) => new(a.X + b.X, a.Y + b.Y);
}
