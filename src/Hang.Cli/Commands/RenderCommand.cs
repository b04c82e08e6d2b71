using System.CommandLine;
using System.Diagnostics;
using System.Text;
using System.Text.Json;
using Hang.Core.Handoff;
using Hang.Media.Frames;
using Hang.Media.Proofs;
using Hang.Media.Rendering;
using Hang.Media.Reports;
using Hang.Scene;
using Hang.Scene.Json;

namespace Hang.Cli.Commands;

/// <summary><c>hang render</c>: a graphic into a file.</summary>
internal static class RenderCommand
{
    private const int MostWorkers = 256;

    public static Command Make()
    {
        var file = Words.File();
        var output = Words.Out();
        var set = Words.Set();
        var colourway = Words.Colourway();
        var hold = Words.Hold();
        var backing = Words.Backing();
        var range = Words.Range();
        var kind = new Option<FileKind>("--kind")
        {
            Description = "Kind of file, else by the ending of OUT: " + string.Join(", ", FileKinds.All.Select(k => $"{JsonName.Of(k.Kind)} ({k.Name})")) + ".",
        };
        var scale = new Option<double>("--scale") { Description = "Size of the file as a fraction of the graphic's.", DefaultValueFactory = _ => 1 };
        var workers = new Option<int?>("--workers") { Description = "Painting threads; the pixels do not depend on it." };
        var premultiplied = new Option<bool>("--premultiplied")
        {
            Description = "Multiplies colour by alpha, where the kind allows it; else alpha is straight.",
        };
        var number = new Option<int?>("--number") { Description = "Number of a sequence's first still; else its frame in the graphic." };
        var timecode = new Option<string?>("--timecode") { Description = "Timecode of the first frame; else that of its frame in the graphic." };
        var once = new Option<bool>("--once") { Description = "A kind that players repeat is shown once." };
        var silent = new Option<bool>("--silent") { Description = "Leaves the sound out." };
        var cardFile = new Option<string?>("--card") { Description = "Also writes the name card, as JSON, into this file." };
        var timeline = new Option<string?>("--timeline")
        {
            Description = "Also writes an OpenTimelineIO timeline of the file, with its cut frame, into this file.",
        };
        var noProof = new Option<bool>("--no-proof") { Description = "Does not decode the file again to compare it with what was meant." };
        var asItIs = new Option<bool>("--as-it-is")
        {
            Description = "Renders characters for which there is no glyph as the empty boxes that they are, instead of refusing.",
        };
        var json = new Option<bool>("--json") { Description = "Says what was made as JSON." };
        var roster = new Option<string?>("--roster")
        {
            Description =
                "Renders a file for each row of this table (CSV, text with tabs, XLSX) into the folder OUT/; its columns are named as the fields. Rows of which there is a file as they are, are left out.",
        };
        var names = new Option<string>("--names")
        {
            Description = "How the files of a roster are named: text with columns in braces, such as \"{Name} {row}\".",
            DefaultValueFactory = _ => "",
        };
        var pictures = new Option<string?>("--pictures") { Description = "A folder or a zip with the pictures that cells of the roster name." };
        var command = new Command("render", "Renders a graphic into a file, or a file for each row of a roster.")
        {
            file,
            output,
            kind,
            range,
            backing,
            scale,
            set,
            colourway,
            hold,
            premultiplied,
            number,
            timecode,
            once,
            silent,
            workers,
            cardFile,
            timeline,
            noProof,
            asItIs,
            roster,
            names,
            pictures,
            json,
        };
        command.SetAction(
            async (words, cancel) =>
            {
                var path = words.GetRequiredValue(output);
                if (string.IsNullOrWhiteSpace(path))
                {
                    throw new ProblemException($"--out names no file.", $"Write the name of the file to make, such as title.mov.", field: "--out");
                }
                if (words.GetValue(workers) is < 1 or > MostWorkers)
                {
                    throw new ProblemException(
                        $"--workers takes 1 to {MostWorkers}, not {words.GetValue(workers)}.",
                        $"Leave it out for as many as there are processors.",
                        field: "--workers"
                    );
                }
                var (cardPath, timelinePath) = (words.GetValue(cardFile), words.GetValue(timeline));
                NewFile.Demand(cardPath, "--card");
                NewFile.Demand(timelinePath, "--timeline");
                if (words.GetResult(kind) is not null && !Enum.IsDefined(words.GetRequiredValue(kind)))
                {
                    throw new ProblemException(
                        $"There is no such kind of file.",
                        $"Use one of {string.Join(", ", FileKinds.All.Select(k => JsonName.Of(k.Kind)))}.",
                        field: "--kind"
                    );
                }
                using var graphic = await GraphicFile.OpenAsync(
                    words.GetRequiredValue(file),
                    words.GetRequiredValue(set),
                    words.GetValue(colourway),
                    words.GetValue(hold),
                    cancel: cancel
                );
                var asked = words.GetResult(kind) is null ? (FileKind?)null : words.GetRequiredValue(kind);
                var table = words.GetValue(roster);
                var chosen = table is null ? KindOf(path, asked) : asked ?? FileKind.Prores;
                var plan = HandoffPlan.Whole(graphic.Graphic, chosen, words.GetRequiredValue(backing)) with
                {
                    Scale = words.GetRequiredValue(scale),
                    Premultiplied = words.GetValue(premultiplied),
                    FirstNumber = words.GetValue(number),
                    Timecode = words.GetValue(timecode),
                    Once = words.GetValue(once),
                    Silent = words.GetValue(silent),
                };
                if (words.GetValue(range) is { } r)
                {
                    plan = plan with { From = r.From, To = r.To };
                }
                else if (chosen == FileKind.Still)
                {
                    // A graphic is seen as it is meant at the end of Hold.
                    plan = plan with { From = graphic.Graphic.Poster, To = graphic.Graphic.Poster };
                }
                if (table is not null)
                {
                    return await new RosterRender(
                        graphic,
                        plan,
                        path,
                        words.GetRequiredValue(names),
                        words.GetValue(workers),
                        !words.GetValue(noProof),
                        words.GetValue(asItIs),
                        words.GetValue(json)
                    ).RunAsync(table, words.GetValue(pictures), cancel);
                }
                plan = plan.Demand(graphic.Graphic);
                if (!words.GetValue(asItIs))
                {
                    GraphicFile.DemandGlyphs(graphic.Evaluator);
                }
                path = path.TrimEnd('/');
                var watch = Stopwatch.StartNew();
                var stem = FileNames.Plain(graphic.Graphic.Name);
                var card = NameCard
                    .Of(graphic.Graphic, plan, graphic.Graphic.Name, DateTimeOffset.UtcNow)
                    .With(await PaintedFrames.CoverAsync(graphic.Evaluator, graphic.Pictures, cancel))
                    .With(await SoundTrack.LoudnessAsync(graphic.Graphic, plan, graphic.Sounds, cancel));
                using var reuse = new Reuse();
                await Renderer.RenderAsync(
                    graphic.Evaluator,
                    plan,
                    graphic.Pictures,
                    path,
                    stem,
                    words.GetValue(workers),
                    card: card,
                    sounds: graphic.Sounds,
                    reuse: reuse,
                    cancel: cancel
                );
                var (width, height) = plan.Size(graphic.Graphic);
                var seconds = watch.Elapsed.TotalSeconds;
                var proof = words.GetValue(noProof)
                    ? null
                    : (await Prover.ProveAsync(graphic.Evaluator, plan, graphic.Pictures, path, sounds: graphic.Sounds, reuse: reuse, cancel: cancel)).Proof;
                if (cardPath is not null)
                {
                    await NewFile.WriteAsync(cardPath, JsonSerializer.SerializeToUtf8Bytes(card, ReportJson.Plain), "--card", cancel);
                }
                if (timelinePath is not null)
                {
                    await NewFile.WriteAsync(timelinePath, Encoding.UTF8.GetBytes(OpenTimeline.Write([(Path.GetFileName(path), card)])), "--timeline", cancel);
                }
                Console.WriteLine(
                    words.GetValue(json)
                        ? JsonSerializer.Serialize(
                            new
                            {
                                file = path,
                                kind = JsonName.Of(plan.Kind),
                                frames = plan.Frames,
                                width,
                                height,
                                rate = card.Rate,
                                alpha = card.Alpha.ToString(),
                                timecode = card.Timecode,
                                cutFrame = card.CutFrame,
                                sound = card.Sound?.ToString(),
                                seconds,
                                holds = proof?.Holds,
                                verdict = proof?.Verdict.ToString(),
                                differing = proof?.Differing,
                                worstColour = proof?.WorstColour,
                                meanColour = proof?.MeanColour,
                                worstAlpha = proof?.WorstAlpha,
                                worstBlock = proof?.Frames.Max(f => f.WorstBlock),
                                worstShade = proof?.Frames.Max(f => f.WorstShade),
                            }
                        )
                        : $"{path}: {plan.Frames} frames of {width} x {height} in {seconds:0.0} s ({plan.Frames / seconds:0} frames a second){(proof is null ? "" : $"\n{proof.Verdict}")}"
                );
                return proof is null or { Holds: true } ? 0 : 1;
            }
        );
        return command;
    }

    /// <summary>The kind that a path says: by its ending, or, for a folder, the one that is asked for.</summary>
    /// <exception cref="ProblemException">It says none, or another one.</exception>
    private static FileKind KindOf(string path, FileKind? asked)
    {
        if (!path.EndsWith('/'))
        {
            return FileKinds.ByEnding(Path.GetExtension(path), asked);
        }
        return FileKinds.Of(asked ?? FileKind.Png) is { IsSequence: true } facts
            ? facts.Kind
            : throw new ProblemException(
                $"{path} is a folder, and a file of kind {JsonName.Of(asked!.Value)} is none.",
                $"End it with .{FileKinds.Of(asked.Value).Ending}.",
                field: "--out"
            );
    }
}
