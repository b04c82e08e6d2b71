using System.Collections.Immutable;
using System.Diagnostics;
using System.Globalization;
using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using Hang.Core.Checks;
using Hang.Core.Documents;
using Hang.Core.Evaluation;
using Hang.Core.Handoff;
using Hang.Core.Rosters;
using Hang.Media.Frames;
using Hang.Media.Proofs;
using Hang.Media.Rendering;
using Hang.Media.Reports;
using Hang.Media.Tables;
using Hang.Paint.Pictures;
using Hang.Paint.Shaping;
using Hang.Scene;
using Hang.Scene.Json;

namespace Hang.Cli.Commands;

/// <summary>
/// A file for each row of a roster. What each row's file was made of is noted in the folder, so that only rows that have changed are rendered again.
/// </summary>
/// <param name="plan">Of the graphic as it is; its range follows the Hold of each row.</param>
internal sealed class RosterRender(GraphicFile file, HandoffPlan plan, string folder, string names, int? workers, bool proves, bool asItIs, bool saysJson)
{
    private const string Notes = ".hang-roster.json";

    /// <summary>Renders the rows. One that is refused is told of; the others are rendered.</summary>
    /// <param name="pictures">A folder or a zip; null: none.</param>
    /// <returns>0, or 1 where a file is not what was meant, or a row was refused.</returns>
    public async Task<int> RunAsync(string table, string? pictures, CancellationToken cancel)
    {
        var graphic = file.Graphic;
        var read = TableFile.Read(Path.GetFileName(table), GraphicFile.ReadFile(table), first => first.Count > 1 || Binding.Names(first, graphic), cancel);
        var roster = Binding.Of(read, graphic) with
        {
            Names = names,
            Pictures = pictures is null ? null : Pictures(pictures).ToImmutableSortedDictionary(StringComparer.OrdinalIgnoreCase),
        };
        if (roster.Columns.All(c => c.Fills.Length == 0))
        {
            throw new ProblemException(
                $"No column of {Path.GetFileName(table)} is named as a field.",
                $"Name them {string.Join(", ", (graphic.Fields ?? []).Select(f => f.Name))}.",
                field: "--roster"
            );
        }
        var takes = new RosterTakes(graphic, roster);
        var rows = Enumerable.Range(0, takes.Count).Where(i => !takes.FillsNothing(i)).ToArray();
        if (File.Exists(folder))
        {
            throw new ProblemException($"{Quoted.Short(folder)} is a file, and a roster is rendered into a folder.", $"Name a folder.", field: "--out");
        }
        Directory.CreateDirectory(folder);
        var notes = ReadNotes();
        var (holds, left, refused) = (true, 0, 0);
        var overlap = new Overlap();
        using var reuse = new Reuse();
        foreach (var row in rows)
        {
            cancel.ThrowIfCancellationRequested();
            var name = takes.NameOf(row);
            string made;
            Evaluator evaluator;
            try
            {
                var filled = takes.Of(row).Of(file.Graphic, TypeShaper.Shipped);
                made = MadeOf(filled);
                if (notes.TryGetValue(name, out var known) && known.MadeOf == made && Path.Exists(Path.Combine(folder, known.File)))
                {
                    left++;
                    continue;
                }
                evaluator = new(filled, TypeShaper.Shipped);
                if (!asItIs)
                {
                    GraphicFile.DemandGlyphs(evaluator);
                }
            }
            catch (ProblemException e)
            {
                await Console.Error.WriteLineAsync($"hang: row {row + 1}, {name}: {e.Problem with { Field = null }}");
                (holds, refused) = (false, refused + 1);
                continue;
            }
            var path = Free(name, notes.GetValueOrDefault(name)?.Version ?? 0, out var version);
            var seconds = 0.0;
            // The names of those under way are taken, though they are noted only when they are proved.
            await overlap.RunAsync(
                async () => seconds = await RenderAsync(row, evaluator, path, name, reuse, cancel),
                () => ProveAsync(evaluator, path, reuse, cancel),
                async proof =>
                {
                    Tell(row, evaluator, path, name, seconds, proof);
                    holds &= proof is null or { Holds: true };
                    notes[name] = new(Path.GetFileName(path), made, version);
                    await File.WriteAllTextAsync(Path.Combine(folder, Notes), JsonSerializer.Serialize(notes, ReportJson.Options), cancel);
                }
            );
        }
        await overlap.EndAsync();
        if (!saysJson)
        {
            Console.WriteLine(
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"{rows.Length - left - refused} of {rows.Length} rows rendered{(left > 0 ? $", {left} as they were" : "")}{(refused > 0 ? $", {refused} refused" : "")}."
                )
            );
        }
        return holds ? 0 : 1;
    }

    /// <summary>Renders a row's file.</summary>
    /// <returns>How long that took, in seconds.</returns>
    private async Task<double> RenderAsync(int row, Evaluator evaluator, string path, string name, Reuse reuse, CancellationToken cancel)
    {
        var graphic = evaluator.Graphic;
        var own = PlanOf(graphic).Demand(graphic);
        foreach (var finding in GraphicReport.AtRest(evaluator, file.Pictures).Where(f => f.Weight > Weight.Note))
        {
            await Console.Error.WriteLineAsync($"hang: row {row + 1}, {name}: {finding.Problem}");
        }
        var watch = Stopwatch.StartNew();
        var card = NameCard
            .Of(graphic, own, $"{graphic.Name}, {name}", DateTimeOffset.UtcNow)
            .With(await PaintedFrames.CoverAsync(evaluator, file.Pictures, cancel))
            .With(await SoundTrack.LoudnessAsync(graphic, own, file.Sounds, cancel));
        await Renderer.RenderAsync(
            evaluator,
            own,
            file.Pictures,
            path,
            FileNames.Plain(name),
            workers,
            card: card,
            sounds: file.Sounds,
            reuse: reuse,
            cancel: cancel
        );
        return watch.Elapsed.TotalSeconds;
    }

    /// <summary>Proves a row's file where that was asked for.</summary>
    private async Task<Proof?> ProveAsync(Evaluator evaluator, string path, Reuse reuse, CancellationToken cancel) =>
        proves
            ? (await Prover.ProveAsync(evaluator, PlanOf(evaluator.Graphic), file.Pictures, path, sounds: file.Sounds, reuse: reuse, cancel: cancel)).Proof
            : null;

    private void Tell(int row, Evaluator evaluator, string path, string name, double seconds, Proof? proof)
    {
        var own = PlanOf(evaluator.Graphic);
        Console.WriteLine(
            saysJson
                ? JsonSerializer.Serialize(
                    new
                    {
                        row = row + 1,
                        name,
                        file = path,
                        frames = own.Frames,
                        seconds,
                        holds = proof?.Holds,
                        verdict = proof?.Verdict.ToString(),
                    }
                )
                : $"{path}: {own.Frames} frames in {seconds.ToString("0.0", CultureInfo.InvariantCulture)} s{(proof is null ? "" : $". {proof.Verdict}")}"
        );
    }

    /// <summary>A row whose Hold is longer is longer, where no range was asked for.</summary>
    private HandoffPlan PlanOf(Graphic graphic)
    {
        var whole = file.Graphic.Phases;
        return plan.From == 0 && plan.To == whole.Total - 1 ? plan with { To = graphic.Phases.Total - 1 }
            : plan.Kind == FileKind.Still && plan.From == file.Graphic.Poster ? plan with { From = graphic.Poster, To = graphic.Poster }
            : plan;
    }

    private string MadeOf(Graphic graphic) =>
        Convert.ToHexStringLower(
            SHA256.HashData(Encoding.UTF8.GetBytes(GraphicJson.Write(graphic) + JsonSerializer.Serialize(PlanOf(graphic), ReportJson.Options)))
        );

    /// <summary>A name with a version that no file has.</summary>
    private string Free(string name, int last, out int version)
    {
        for (version = last + 1; ; version++)
        {
            var path = Path.Combine(
                folder,
                string.Create(CultureInfo.InvariantCulture, $"{FileNames.Plain(name)}_v{version:000}.{FileNames.Extension(plan.Kind)}")
            );
            if (!Path.Exists(path))
            {
                return path;
            }
        }
    }

    private Dictionary<string, Note> ReadNotes()
    {
        var path = Path.Combine(folder, Notes);
        try
        {
            return File.Exists(path) ? JsonSerializer.Deserialize<Dictionary<string, Note>>(File.ReadAllText(path), ReportJson.Options) ?? [] : [];
        }
        catch (JsonException)
        {
            // Without notes every row is rendered anew, under new names.
            return [];
        }
    }

    private Dictionary<string, RosterPicture> Pictures(string path)
    {
        var found = new Dictionary<string, RosterPicture>(StringComparer.OrdinalIgnoreCase);
        var given = Directory.Exists(path)
            ? Directory.EnumerateFiles(path).Where(f => PicturePack.IsPicture(Path.GetFileName(f))).Select(f => (Path.GetFileName(f), GraphicFile.ReadFile(f)))
            : PicturePack.Read(Path.GetFileName(path), GraphicFile.ReadFile(path), default);
        foreach (var (name, bytes) in given)
        {
            var picture = PictureFile.Read(name, bytes);
            file.Add(picture);
            found[picture.Asset.Name] = new(picture.Hash, picture.Asset);
        }
        return found;
    }

    private sealed record Note(string File, string MadeOf, int Version);
}
