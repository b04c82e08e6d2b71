using System.CommandLine;
using System.Diagnostics;
using System.Text.Json;
using Hang.Core.Documents;
using Hang.Core.Handoff;
using Hang.Media.Rendering;

namespace Hang.Cli.Commands;

/// <summary><c>hang render</c>: a graphic into a file.</summary>
internal static class RenderCommand
{
    public static Command Make()
    {
        var file = Words.File();
        var output = Words.Out();
        var set = Words.Set();
        var colourway = Words.Colourway();
        var backing = Words.Backing();
        var range = Words.Range();
        var kind = new Option<FileKind>("--kind") { Description = "png, prores or mp4; else by the ending of OUT." };
        var scale = new Option<double>("--scale") { Description = "Size of the file as a fraction of the graphic's.", DefaultValueFactory = _ => 1 };
        var workers = new Option<int?>("--workers") { Description = "Painting threads; the pixels do not depend on it." };
        var json = new Option<bool>("--json") { Description = "Says what was made as JSON." };
        var command = new Command("render", "Renders a graphic into a file.") { file, output, kind, range, backing, scale, set, colourway, workers, json };
        command.SetAction(async (words, cancel) =>
        {
            using var graphic = GraphicFile.Open(words.GetRequiredValue(file), words.GetRequiredValue(set), words.GetValue(colourway));
            var path = words.GetRequiredValue(output);
            var chosen = words.GetResult(kind) is null ? ByEnding(path) : words.GetRequiredValue(kind);
            var plan = HandoffPlan.Whole(graphic.Graphic, chosen, words.GetRequiredValue(backing)) with { Scale = words.GetRequiredValue(scale) };
            if (words.GetValue(range) is { } r)
            {
                plan = plan with { From = r.From, To = r.To };
            }
            var watch = Stopwatch.StartNew();
            var stem = FileNames.Plain(graphic.Graphic.Name);
            await Renderer.RenderAsync(graphic.Evaluator, plan, graphic.Pictures, path, stem, words.GetValue(workers), cancel: cancel);
            var (width, height) = plan.Size(graphic.Graphic);
            var seconds = watch.Elapsed.TotalSeconds;
            Console.WriteLine(words.GetValue(json)
                ? JsonSerializer.Serialize(new { file = path, kind = JsonName.Of(plan.Kind), frames = plan.Frames, width, height, rate = graphic.Graphic.Rate.ToString(), seconds })
                : $"{path}: {plan.Frames} frames of {width} x {height} in {seconds:0.0} s ({plan.Frames / seconds:0} frames a second)");
            return 0;
        });
        return command;
    }

    private static FileKind ByEnding(string path) => Path.GetExtension(path).ToLowerInvariant() switch
    {
        ".mov" => FileKind.Prores,
        ".mp4" => FileKind.Mp4,
        _ => FileKind.Png,
    };
}
