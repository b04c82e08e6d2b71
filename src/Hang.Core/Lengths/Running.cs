using Hang.Core.Documents;
using Hang.Core.Layers;
using Hang.Scene;
using Hang.Scene.Typesetting;

namespace Hang.Core.Lengths;

/// <summary>A graphic as long as what runs in a layer takes: a roll at its speed, a count by the clock, pages.</summary>
public static class Running
{
    /// <summary>The graphic with a Hold that lets what runs in a layer end just when it does.</summary>
    /// <exception cref="ProblemException">Nothing in it ends by itself, or the keyframes do not allow the length.</exception>
    public static Graphic Fitted(Graphic graphic, string id, ITypeShaper shaper)
    {
        var layer = graphic.Layer(id);
        var wanted = Wanted(graphic, layer, shaper)
            ?? throw new ProblemException($"Nothing runs in it that would end by itself.", $"Let a roll go by a speed, or set the length by hand.", layer.Name);
        var last = (layer.In ?? 0) + wanted - 1;
        var phases = graphic.Phases;
        // With a Leave the end of the count is the end of Hold; else that of the graphic.
        var hold = layer.Out is null || phases.Leave == 0 ? last + 1 - phases.Arrive - phases.Leave : last + 1 - phases.Arrive;
        return
            PhasesSet.Of(layer.Out is null ? graphic : graphic.With(layer with { Out = null }), phases with { Hold = Math.Max(0, hold) }) is var longer
            && layer.Out is not null
            ? longer.With(longer.Layer(id) with { Out = Math.Min(last, longer.Phases.Total - 1) })
            : longer;
    }

    /// <summary>Frames that a layer has to show for what runs in it to end just then; null where any number will do.</summary>
    public static int? Wanted(Graphic graphic, Layer layer, ITypeShaper shaper) =>
        layer.Content.Kind.FramesWanted(layer.Content.Values, shaper, ShowingOf.Layer(graphic, layer));

    /// <summary>True when the layer shows for just as many frames as what runs in it takes.</summary>
    public static bool Fits(Graphic graphic, Layer layer, ITypeShaper shaper) =>
        Wanted(graphic, layer, shaper) is { } wanted && wanted == (layer.Out ?? graphic.Phases.Total - 1) - (layer.In ?? 0) + 1;
}
