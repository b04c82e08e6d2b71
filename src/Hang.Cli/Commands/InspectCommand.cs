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
        command.SetAction(words =>
        {
            using var graphic = GraphicFile.Open(words.GetRequiredValue(file), words.GetRequiredValue(set));
            var frame = FrameCommand.InTime(graphic.Graphic, words.GetRequiredValue(at));
            Console.WriteLine(JsonSerializer.Serialize(Inspection.Of(graphic.Evaluator, frame), ReportJson.Options));
            return 0;
        });
        return command;
    }
}
