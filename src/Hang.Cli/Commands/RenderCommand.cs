using System.CommandLine;
using System.Diagnostics;
using System.Text.Json;
using Hang.Core;
using Hang.Core.Documents;
using Hang.Core.Handoff;
using Hang.Core.Json;
using Hang.Media.Proofs;
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
        var noProof = new Option<bool>("--no-proof") { Description = "Does not decode the file again to compare it with what was meant." };
        var json = new Option<bool>("--json") { Description = "Says what was made as JSON." };
        var command = new Command("render", "Renders a graphic into a file.") { file, output, kind, range, backing, scale, set, colourway, workers, noProof, json };
        command.SetAction(async (words, cancel) =>
        {
            using var graphic = GraphicFile.Open(words.GetRequiredValue(file), words.GetRequiredValue(set), words.GetValue(colourway));
            var path = words.GetRequiredValue(output);
            var chosen = KindOf(path, words.GetResult(kind) is null ? null : words.GetRequiredValue(kind));
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
            var proof = words.GetValue(noProof) ? null : (await Prover.ProveAsync(graphic.Evaluator, plan, graphic.Pictures, path, null, cancel)).Proof;
            Console.WriteLine(words.GetValue(json)
                ? JsonSerializer.Serialize(new { file = path, kind = JsonName.Of(plan.Kind), frames = plan.Frames, width, height, rate = graphic.Graphic.Rate.ToString(), seconds, holds = proof?.Holds, verdict = proof?.Verdict })
                : $"{path}: {plan.Frames} frames of {width} x {height} in {seconds:0.0} s ({plan.Frames / seconds:0} frames a second){(proof is null ? "" : $"\n{proof.Verdict}")}");
            return proof is null or { Holds: true } ? 0 : 1;
        });
        return command;
    }

    private static readonly (string Ending, FileKind Kind)[] Endings = [(".mov", FileKind.Prores), (".mp4", FileKind.Mp4), (".zip", FileKind.Png)];

    /// <summary>The kind that an ending says; it must be the one that is asked for.</summary>
    /// <exception cref="ProblemException">It says none, or another one.</exception>
    private static FileKind KindOf(string path, FileKind? asked)
    {
        var ending = Path.GetExtension(path).ToLowerInvariant();
        if (Endings.FirstOrDefault(e => e.Ending == ending) is not { Ending: not null } found)
        {
            throw new ProblemException(ending.Length == 0 ? "The file's name has no ending." : $"{Quoted.Short(ending)} is no ending of a file that Hang makes.", $"End it with {string.Join(", ", Endings.Select(e => $"{e.Ending} ({JsonName.Of(e.Kind)})"))}.", field: "--out");
        }
        return asked is null || asked == found.Kind ? found.Kind
            : throw new ProblemException($"A file of kind {JsonName.Of(asked.Value)} does not end with {ending}.", $"End it with {Endings.First(e => e.Kind == asked).Ending}, or leave --kind out.", field: "--kind");
    }
}
