using System.Collections.Immutable;
using Hang.Core.Documents;
using Hang.Core.Layers;
using Hang.Core.Placing;
using Hang.Scene;
using Hang.Scene.Typesetting;

namespace Hang.Core.Edits;

/// <summary>Trims a layer in time; its keyframes stay where they are, and a sound goes on running as it did.</summary>
/// <param name="In">First frame in which it shows; absent: as it is; 0 or less: the graphic's first.</param>
/// <param name="Out">Last frame in which it shows; absent: as it is; the graphic's last or more: no end of its own.</param>
public sealed record SetSpan(string Layer, int? In = null, int? Out = null) : Edit
{
    public override Sentence Describe(Graphic graphic) => $"Trim {NameOf(graphic, Layer)}";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper)
    {
        var layer = graphic.Layer(Layer);
        var trimmed = Spans.Of(graphic, layer, In ?? layer.In ?? 0, Out ?? layer.Out ?? int.MaxValue);
        var later = (trimmed.In ?? 0) - (layer.In ?? 0);
        return graphic.With(
            later == 0
                ? trimmed
                : trimmed with
                {
                    Content = layer.Content with { Values = layer.Content.Kind.Later(layer.Content.Values, graphic.Rate.Seconds(later)) },
                }
        );
    }
}

/// <summary>Moves layers in time, with their in and out points and all their keyframes. They stop at the ends of the graphic.</summary>
/// <param name="By">Frames, later when positive.</param>
public sealed record SlideLayers(ImmutableArray<string> Layers, int By) : Edit
{
    public override Sentence Describe(Graphic graphic) =>
        Layers.Length == 1 ? (Sentence)$"Slide {NameOf(graphic, Layers[0])}" : $"Slide {Layers.Length} layers";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper)
    {
        var layers = Layers.Select(graphic.Layer).ToArray();
        var last = graphic.Phases.Total - 1;
        var frames = layers.SelectMany(l => l.Mentioned().SelectMany(c => c.Channel.Keys).Select(k => k.At).Concat(Ends(l))).DefaultIfEmpty(0).ToArray();
        var by = Math.Clamp(By, Math.Min(0, -frames.Min()), Math.Max(0, last - frames.Max()));
        foreach (var layer in layers)
        {
            var moved = layer.MapKeys((_, k) => k with { At = k.At + by });
            graphic = graphic.With(
                Spans.Of(
                    graphic,
                    moved,
                    (layer.In ?? 0) + (layer.In is null && by < 0 ? 0 : by),
                    layer.Out is { } end ? end + by
                        : by < 0 ? last + by
                        : last
                )
            );
        }
        return graphic;
    }

    private static IEnumerable<int> Ends(Layer layer) => new[] { layer.In, layer.Out }.OfType<int>();
}

/// <summary>Cuts layers in two at a frame: the first part ends before it, the second, a copy in front, begins with it. Both keep all keyframes, so
/// what is seen and heard stays as it is.</summary>
public sealed record SplitLayers(ImmutableArray<string> Layers, int At) : Edit
{
    public override Sentence Describe(Graphic graphic) =>
        Layers.Length == 1 ? (Sentence)$"Split {NameOf(graphic, Layers[0])}" : $"Split {Layers.Length} layers";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper)
    {
        foreach (var id in Layers)
        {
            var layer = graphic.Layer(id);
            if (At <= (layer.In ?? 0) || At > (layer.Out ?? graphic.Phases.Total - 1))
            {
                throw new ProblemException(
                    $"It does not show on both sides of frame {At}.",
                    $"Put the playhead inside the layer's bar, and split there.",
                    layer.Name,
                    "at"
                );
            }
            var (before, behind) = layer.Content.Kind.Split(
                layer.Content.Kind.Held(layer.Content.Values, () => graphic.Rate.Seconds(PlacedTime.Of(graphic, layer).Phases.Hold)),
                graphic.Rate.Seconds(At - (layer.In ?? 0))
            );
            var second = layer with
            {
                Id = LayerIds.Free(graphic),
                Name = LayerNames.Free(layer.Name, graphic.Layers.Select(l => l.Name)),
                In = At,
                Content = layer.Content with { Values = behind },
            };
            var place = graphic.Layers.IndexOf(layer);
            graphic = graphic with
            {
                Layers = graphic.Layers.SetItem(place, layer with { Out = At - 1, Content = layer.Content with { Values = before } }).Insert(place + 1, second),
            };
        }
        return graphic;
    }
}

/// <summary>In and out points within a graphic's time; the graphic's own ends are left out.</summary>
internal static class Spans
{
    public static Layer Of(Graphic graphic, Layer layer, int first, int last)
    {
        var end = graphic.Phases.Total - 1;
        first = Math.Clamp(first, 0, end);
        last = Math.Clamp(last, first, end);
        return layer with { In = first == 0 ? null : first, Out = last == end ? null : last };
    }
}
