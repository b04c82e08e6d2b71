using System.CommandLine;
using System.Text.Json;
using Hang.Core.Checks;
using Hang.Core.Evaluation;
using Hang.Core.Fields;
using Hang.Core.Handoff;
using Hang.Media.Frames;
using Hang.Media.Stills;
using Hang.Paint.Shaping;
using Hang.Scene;
using Hang.Scene.Json;

namespace Hang.Cli.Commands;

/// <summary><c>hang fields</c>: what can be filled, and what is there without; and what each field can do at its worst, as pictures.</summary>
internal static class FieldsCommand
{
    public static Command Make()
    {
        var file = Words.File();
        var tries = new Option<string?>("--tries")
        {
            Description = "Also fills each field of words with the longest wide words that it takes, and paints that, PNG, into this folder.",
        };
        var json = new Option<bool>("--json") { Description = "Says all of it as JSON." };
        var command = new Command("fields", "Lists the fields of a graphic.") { file, tries, json };
        command.SetAction(
            async (words, cancel) =>
            {
                using var graphic = await GraphicFile.OpenAsync(words.GetRequiredValue(file), [], cancel: cancel);
                var facts = FieldFacts.Of(graphic.Graphic);
                if (words.GetValue(tries) is { } folder)
                {
                    await PaintTriesAsync(graphic, folder, cancel);
                }
                if (words.GetValue(json))
                {
                    Console.WriteLine(JsonSerializer.Serialize(facts, ReportJson.Plain));
                    return 0;
                }
                foreach (var field in facts)
                {
                    Console.WriteLine(
                        $"{field.Name}={Words.Escaped(field.Default)}  ({field.Kind}{(field.MostCharacters is { } most ? $", {most} characters" : "")}{(field.Help is { } help ? $"; {help}" : "")})"
                    );
                }
                return 0;
            }
        );
        return command;
    }

    private static async Task PaintTriesAsync(GraphicFile graphic, string folder, CancellationToken cancel)
    {
        if (string.IsNullOrWhiteSpace(folder))
        {
            throw new ProblemException($"--tries names no folder.", $"Write the name of a folder.", field: "--tries");
        }
        Directory.CreateDirectory(folder);
        foreach (var trial in FieldTrial.Of(graphic.Graphic, TypeShaper.Shipped))
        {
            var tried = new Evaluator(trial.Shown(graphic.Graphic, TypeShaper.Shipped), TypeShaper.Shipped);
            var rest = tried.Graphic.Phases.HoldLast;
            using var painted = new PaintedFrame(
                tried.Graphic.Width,
                tried.Graphic.Height,
                new HandoffPlan(FileKind.Png, Backing.None, rest, rest).Demand(tried.Graphic),
                graphic.Pictures
            );
            painted.Paint(tried.At(rest));
            await NewFile.WriteAsync(Path.Combine(folder, $"{FileNames.Plain(trial.Field)}.png"), PngEncoder.Encode(painted), "--tries", cancel);
        }
    }
}
