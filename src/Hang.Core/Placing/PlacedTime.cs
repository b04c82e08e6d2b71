using Hang.Core.Documents;
using Hang.Core.Layers;
using Hang.Core.Lengths;
using Hang.Scene.Phases;

namespace Hang.Core.Placing;

/// <summary>When a placed graphic runs, in frames of the graphic that it is in.</summary>
/// <param name="Start">Its first frame; before the layer's where some of its beginning is left out.</param>
/// <param name="Phases">Its phases.</param>
/// <param name="Lacks">Frames at its end for which the layer has no room.</param>
public sealed record PlacedTime(int Start, PhaseLengths Phases, int Lacks)
{
    /// <summary>Of a layer that places a graphic, as that graphic is without being filled.</summary>
    public static PlacedTime Of(Graphic graphic, Layer layer)
    {
        var placed = graphic.Placed![layer.Content.Placed!];
        return Of(graphic, layer, placed.Rate == graphic.Rate ? placed : Retiming.To(placed, graphic.Rate).Graphic);
    }

    /// <param name="placed">The graphic that is placed, at the rate of the one that it is in.</param>
    internal static PlacedTime Of(Graphic graphic, Layer layer, Graphic placed)
    {
        var (values, phases) = (layer.Content.Values, placed.Phases);
        int Frames(double seconds) => (int)Math.Round(seconds * graphic.Rate.PerSecond, MidpointRounding.AwayFromZero);
        var (first, skip) = (layer.In ?? 0, Frames(values[layer.Content.Kind.Places!.Skip].Constant.X));
        var room = (layer.Out ?? graphic.Phases.Total - 1) - first + 1 + skip;
        var wanted =
            layer.Content.Kind.Places!.IsAsLongAsTheLayer(values) ? room - phases.Arrive - phases.Leave
            : values[layer.Content.Kind.Places!.Hold].Constant.X is > 0 and var own ? Frames(own)
            : phases.Hold;
        var hold = Math.Clamp(wanted, PhasesSet.LeastHold(placed), Math.Max(0, PhaseLengths.MostFrames - phases.Arrive - phases.Leave));
        var held = phases with { Hold = hold };
        return new(first - skip, held, Math.Max(0, held.Total - room));
    }
}
