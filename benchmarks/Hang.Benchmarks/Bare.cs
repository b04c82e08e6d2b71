using Hang.Core.Documents;
using Hang.Core.Layers;
using Hang.Scene.Phases;

namespace Hang.Benchmarks;

/// <summary>Graphics of a few layers that are painted by hand, too.</summary>
internal static class Bare
{
    /// <summary>A graphic in full HD, all of whose frames but two are Arrive.</summary>
    public static Graphic Graphic(string name, int frames, params Layer[] layers) =>
        GraphicRules.Demand(
            new()
            {
                Version = Core.Documents.Graphic.FormatVersion,
                Name = name,
                Kind = GraphicKind.LowerThird,
                Width = 1920,
                Height = 1080,
                Rate = new(50),
                Phases = new PhaseLengths(frames, 1, 1),
                Layers = [.. layers],
            }
        );
}
