using System.CommandLine;
using System.Globalization;
using Hang.Core.Documents;
using Hang.Core.Handoff;
using Hang.Media.Frames;
using Hang.Media.Stills;
using Hang.Scene;

namespace Hang.Cli.Commands;

/// <summary><c>hang frame</c>: one frame as a PNG still, or several, each with its number in its name.</summary>
internal static class FrameCommand
{
    public static Command Make()
    {
        var file = Words.File();
        var at = new Option<int[]>("--at")
        {
            Description = "Frame, from 0; several may be given.",
            Required = true,
            AllowMultipleArgumentsPerToken = true,
        };
        var outputOption = Words.Out();
        var set = Words.Set();
        var colourway = Words.Colourway();
        var hold = Words.Hold();
        var backing = Words.Backing();
        var command = new Command("frame", "Paints one frame as PNG, or several.") { file, at, outputOption, set, colourway, hold, backing };
        command.SetAction(
            async (words, cancel) =>
            {
                using var graphic = await GraphicFile.OpenAsync(
                    words.GetRequiredValue(file),
                    words.GetRequiredValue(set),
                    words.GetValue(colourway),
                    words.GetValue(hold),
                    cancel: cancel
                );
                var frames = words.GetRequiredValue(at).Select(f => InTime(graphic.Graphic, f)).Distinct().ToArray();
                var output = words.GetRequiredValue(outputOption);
                foreach (var frame in frames)
                {
                    NewFile.Demand(NameOf(output, frame, frames.Length > 1), "--out");
                }
                foreach (var frame in frames)
                {
                    var plan = new HandoffPlan(FileKind.Png, words.GetRequiredValue(backing), frame, frame).Demand(graphic.Graphic);
                    using var painted = new PaintedFrame(graphic.Graphic.Width, graphic.Graphic.Height, plan, graphic.Pictures);
                    painted.Paint(graphic.Evaluator.At(frame));
                    await NewFile.WriteAsync(NameOf(output, frame, frames.Length > 1), PngEncoder.Encode(painted), "--out", cancel);
                }
                return 0;
            }
        );
        return command;
    }

    private static string NameOf(string output, int frame, bool isNumbered) =>
        isNumbered
            ? Path.Combine(
                Path.GetDirectoryName(output) ?? "",
                string.Create(CultureInfo.InvariantCulture, $"{Path.GetFileNameWithoutExtension(output)}-{frame}{Path.GetExtension(output)}")
            )
            : output;

    /// <exception cref="ProblemException">The graphic has no such frame.</exception>
    public static int InTime(Graphic graphic, int frame) =>
        frame >= 0 && frame < graphic.Phases.Total
            ? frame
            : throw new ProblemException($"The graphic has no frame {frame}.", $"Use 0 to {graphic.Phases.Total - 1}.", field: "--at");
}
