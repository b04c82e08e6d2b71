using System.CommandLine;
using System.Globalization;
using System.Text.Json;
using Hang.Core.Checks;
using Hang.Core.Documents;
using Hang.Core.Handoff;
using Hang.Media.Reports;
using Hang.Scene.Json;

namespace Hang.Cli.Commands;

/// <summary><c>hang check</c>: is the document sound, and is there anything that a person should know?</summary>
internal static class CheckCommand
{
    public static Command Make()
    {
        var file = Words.File();
        var set = Words.Set();
        var colourway = Words.Colourway();
        var hold = Words.Hold();
        var key = new Option<string?>("--key") { Description = "Judges this key colour, #RRGGBB, as backing." };
        var strictness = new Option<Weight>("--strictness")
        {
            Description = "What counts: error, warning or note; findings of this weight and above end with 1.",
            DefaultValueFactory = _ => Weight.Error,
        };
        var hole = new Option<string?>("--hole") { Description = "Where a stinger's cover has a hole, writes a picture of it, PNG, into this file." };
        var json = new Option<bool>("--json") { Description = "Says all of it as JSON." };
        var command = new Command("check", "Checks a graphic.") { file, set, colourway, hold, key, strictness, hole, json };
        command.SetAction(
            async (words, cancel) =>
            {
                NewFile.Demand(words.GetValue(hole), "--hole");
                using var graphic = await GraphicFile.OpenAsync(
                    words.GetRequiredValue(file),
                    words.GetRequiredValue(set),
                    words.GetValue(colourway),
                    words.GetValue(hold),
                    cancel: cancel
                );
                var backing = words.GetValue(key) is { } colour ? new Backing(BackingKind.Key, colour) : null;
                var report = (await GraphicReport.OfAsync(graphic.Evaluator, graphic.Pictures, backing, cancel)).With(
                    graphic.Graphic,
                    await graphic.Sounds.MixAsync(graphic.Graphic, cancel: cancel)
                );
                if (words.GetValue(hole) is { } path && report.Hole is { } open && graphic.Graphic.Kind == GraphicKind.Stinger)
                {
                    await NewFile.WriteAsync(path, HolePicture.Png(graphic.Evaluator, graphic.Pictures, open), "--hole", cancel);
                }
                if (words.GetValue(json))
                {
                    Console.WriteLine(JsonSerializer.Serialize(report, ReportJson.Plain));
                }
                else
                {
                    Print(report);
                }
                return report.Findings.Any(f => f.Weight >= words.GetValue(strictness)) ? 1 : 0;
            }
        );
        return command;
    }

    private static void Print(GraphicReport report)
    {
        foreach (var finding in report.Findings)
        {
            var frames = finding.From is { } from
                ? finding.To is { } to && to != from
                    ? $" [frames {from}-{to}]"
                    : $" [frame {from}]"
                : "";
            (finding.Weight == Weight.Note ? Console.Out : Console.Error).WriteLine($"hang: {JsonName.Of(finding.Weight)}: {finding.Problem}{frames}");
        }
        var counts = Enum.GetValues<Weight>().Reverse().Select(w => (Weight: w, Count: report.Findings.Count(f => f.Weight == w))).Where(c => c.Count > 0);
        var toLookAt = report.Findings.Count(f => f.Weight > Weight.Note);
        Console.WriteLine(
            toLookAt == 0
                ? "All clear."
                : string.Create(
                    CultureInfo.InvariantCulture,
                    $"{toLookAt} to look at: {string.Join(", ", counts.Select(c => $"{c.Count} {JsonName.Of(c.Weight)}{(c.Count == 1 ? "" : "s")}"))}."
                )
        );
    }
}
