using System.CommandLine;
using Hang.Core;
using Hang.Core.Documents;
using Hang.Core.Handoff;
using Hang.Media.Encoding;
using Hang.Media.Rendering;

namespace Hang.Cli.Commands;

/// <summary><c>hang frame</c>: one frame as a PNG still.</summary>
internal static class FrameCommand
{
    public static Command Make()
    {
        var file = Words.File();
        var at = Words.At();
        var output = Words.Out();
        var set = Words.Set();
        var colourway = Words.Colourway();
        var backing = Words.Backing();
        var command = new Command("frame", "Paints one frame as PNG.") { file, at, output, set, colourway, backing };
        command.SetAction(async (words, cancel) =>
        {
            using var graphic = GraphicFile.Open(words.GetRequiredValue(file), words.GetRequiredValue(set), words.GetValue(colourway));
            var frame = InTime(graphic.Graphic, words.GetRequiredValue(at));
            var plan = new HandoffPlan(FileKind.Png, words.GetRequiredValue(backing), frame, frame).Demand(graphic.Graphic);
            using var painted = new PaintedFrame(graphic.Graphic.Width, graphic.Graphic.Height, plan, graphic.Pictures);
            painted.Paint(graphic.Evaluator.At(frame));
            try
            {
                await File.WriteAllBytesAsync(words.GetRequiredValue(output), PngEncoder.Encode(painted), cancel);
            }
            catch (Exception e) when (e is IOException or UnauthorizedAccessException)
            {
                throw new ProblemException($"The still could not be written: {e.Message}", "Choose another folder.", field: "--out");
            }
            return 0;
        });
        return command;
    }

    /// <exception cref="ProblemException">The graphic has no such frame.</exception>
    public static int InTime(Graphic graphic, int frame) => frame >= 0 && frame < graphic.Phases.Total
        ? frame
        : throw new ProblemException($"The graphic has no frame {frame}.", $"Use 0 to {graphic.Phases.Total - 1}.", field: "--at");
}
