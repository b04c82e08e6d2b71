using Hang.Core.Documents;
using Hang.Core.Evaluation;
using Hang.Core.Layers;
using Hang.Paint.Painting;
using Hang.Scene.Phases;

namespace Hang.Benchmarks;

/// <summary>Graphics of a few layers that are painted by hand, too.</summary>
internal static class Bare
{
    /// <summary>Evaluates and paints the first frames of a graphic.</summary>
    public static Action Painting(FrameCanvas canvas, Evaluator evaluator, int frames) =>
        () =>
        {
            for (var f = 0; f < frames; f++)
            {
                canvas.Paint(evaluator.At(f));
            }
        };

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
