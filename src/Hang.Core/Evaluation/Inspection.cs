using System.Collections.Immutable;
using Hang.Core.Layers;
using Hang.Scene.Geometry;
using Hang.Scene.Values;

namespace Hang.Core.Evaluation;

/// <summary>
/// What a layer is at one frame, in pixels of the graphic (origin top left, y down, degrees clockwise).
/// </summary>
/// <param name="Values">Every value made of a few numbers, by address; numbers in the value's unit, colours as straight sRGB components.</param>
/// <param name="Words">Every other value, by address, as documents write it.</param>
/// <param name="World">a b c d e f of the matrix from the layer's own coordinates to the graphic.</param>
/// <param name="Bounds">Left, top, right, bottom of the layer's box in the graphic, before its mask.</param>
/// <param name="Idles">How the cycles of each idle motion fit.</param>
/// <param name="Opacity">How far it shows, 0..1, with its idle motions and its in and out points.</param>
public sealed record LayerInspection(
    string Id,
    string Name,
    bool Hidden,
    ImmutableSortedDictionary<string, ImmutableArray<double>> Values,
    ImmutableSortedDictionary<string, string> Words,
    ImmutableArray<double> World,
    ImmutableArray<double> Bounds,
    double Opacity,
    ImmutableArray<IdleTiming> Idles
);

/// <summary>How an idle motion's cycles fit its span.</summary>
/// <param name="FramesPerCycle">Frames that a cycle takes, not always whole.</param>
/// <param name="EvenLength">The length of the span, nearest to today's, with which every cycle takes the same whole number of frames.</param>
public sealed record IdleTiming(double FramesPerCycle, int EvenLength);

/// <summary>All layers of a graphic at one frame.</summary>
public sealed record Inspection(int Frame, string Timecode, ImmutableArray<LayerInspection> Layers)
{
    /// <summary>Reads every layer at a frame.</summary>
    public static Inspection Of(Evaluator evaluator, int frame)
    {
        var graphic = evaluator.Graphic;
        return new(frame, Scene.Time.Timecode.Format(frame, graphic.Rate), [.. graphic.Layers.Select(l => Of(evaluator, l, frame))]);
    }

    /// <summary>Reads some layers at a frame; ids that are not there are left out.</summary>
    public static IEnumerable<LayerInspection> Of(Evaluator evaluator, int frame, IEnumerable<string> layers)
    {
        var wanted = layers.ToHashSet(StringComparer.Ordinal);
        return evaluator.Graphic.Layers.Where(l => wanted.Contains(l.Id)).Select(l => Of(evaluator, l, frame));
    }

    private static LayerInspection Of(Evaluator evaluator, Layer layer, int frame)
    {
        var (box, m) = evaluator.Place(layer, frame);
        Box bounds = m.Map(box);
        var values = layer.Values().Select(v => (v.Address.Text, v.Spec, Value: v.Channel.At(frame))).ToArray();
        // A role or a gradient is more than its numbers.
        static bool IsNumbers(ValueSpec spec, in Value value) => spec.Kind.Components.Length > 0 && value.Held is null;
        return new(
            layer.Id,
            layer.Name,
            layer.Hidden,
            values.Where(v => IsNumbers(v.Spec, v.Value)).ToImmutableSortedDictionary(v => v.Text, v => Numbers(v.Spec, v.Value), StringComparer.Ordinal),
            values.Where(v => !IsNumbers(v.Spec, v.Value)).ToImmutableSortedDictionary(v => v.Text, v => v.Spec.Kind.Write(v.Value), StringComparer.Ordinal),
            [m.A, m.B, m.C, m.D, m.E, m.F],
            [bounds.Left, bounds.Top, bounds.Right, bounds.Bottom],
            evaluator.OpacityOf(layer, frame),
            [
                .. (layer.Idles ?? []).Select(i => new IdleTiming(
                    (double)i.SpanIn(evaluator.Graphic.Phases).Length / i.Cycles,
                    i.EvenLength(evaluator.Graphic.Phases)
                )),
            ]
        );
    }

    private static ImmutableArray<double> Numbers(ValueSpec spec, Value value) => [.. spec.Kind.Components.Select((_, i) => value[i])];
}
