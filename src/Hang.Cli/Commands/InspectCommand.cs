using System.CommandLine;
using System.Text.Json;
using Hang.Core.Evaluation;
using Hang.Scene.Json;

namespace Hang.Cli.Commands;

/// <summary><c>hang inspect</c>: every layer's values at a frame, as JSON.</summary>
internal static class InspectCommand
{
    public static Command Make()
    {
        var file = Words.File();
        var at = Words.At();
        var set = Words.Set();
        var command = new Command("inspect", "Says where every layer is at a frame, as JSON.") { file, at, set };
        command.SetAction(
            async (words, cancel) =>
            {
                using var graphic = await GraphicFile.OpenAsync(words.GetRequiredValue(file), words.GetRequiredValue(set), cancel: cancel);
                var frame = FrameCommand.InTime(graphic.Graphic, words.GetRequiredValue(at));
                Console.WriteLine(JsonSerializer.Serialize(Inspection.Of(graphic.Evaluator, frame), ReportJson.Plain));
                return 0;
            }
        );
        return command;
    }
}
