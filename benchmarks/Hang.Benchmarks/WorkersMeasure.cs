using System.Diagnostics;
using System.Globalization;
using System.Text.Json;
using Hang.Core.Edits;
using Hang.Core.Evaluation;
using Hang.Core.Handoff;
using Hang.Media.Frames;
using Hang.Media.Proofs;
using Hang.Media.Rendering;
using Hang.Paint.Shaping;
using Hang.Scene.Json;
using Hang.Scene.Time;

namespace Hang.Benchmarks;

/// <summary>
/// A heavy graphic rendered and proved in parts by two workers and joined, against one worker. Each is a process that has one core and no more, as on a
/// machine of its own, and has been there for a while: it has rendered and proved a few frames before. Two that work at once slow each other down on this
/// machine, whatever they do; so the one worker has another beside it, which makes a file of its own.
/// </summary>
internal static class WorkersMeasure
{
    private static readonly int Rounds = Measure.Times(2, 1);

    public static async Task<Measure> RunAsync()
    {
        using var demo = Demo.Open("stinger");
        var evaluator = Longer(demo);
        var plan = Plan(evaluator);
        int[] lengths = [.. Chunks.Lengths(evaluator, plan, 2)];
        var folder = Directory.CreateTempSubdirectory("hang-bench-");
        try
        {
            List<double> one = [],
                two = [];
            for (var i = 0; i < Rounds; i++)
            {
                string[] apart = [Path.Combine(folder.FullName, $"one-{i}"), Path.Combine(folder.FullName, $"other-{i}")];
                one.Add(await TimeAsync(evaluator, plan, [plan.Frames], apart));
                var both = Path.Combine(folder.FullName, $"two-{i}");
                two.Add(await TimeAsync(evaluator, plan, lengths, [both, both]));
            }
            return new(
                "workers",
                "one worker / two workers and the join, of a heavy graphic with its proof, a core each",
                Measure.Median(one) / Measure.Median(two),
                ">= 1.8",
                new()
                {
                    ["s, one"] = Measure.Median(one),
                    ["s, two"] = Measure.Median(two),
                    ["parts"] = lengths.Length,
                }
            );
        }
        finally
        {
            folder.Delete(true);
        }
    }

    /// <summary>Seconds until the first worker's file is there and proved.</summary>
    /// <param name="stems">Where the parts of each worker's file lie.</param>
    private static async Task<double> TimeAsync(Evaluator evaluator, HandoffPlan plan, int[] lengths, string[] stems)
    {
        var workers = stems.Select((stem, core) => Begin(core, lengths, stem)).ToArray();
        try
        {
            foreach (var worker in workers)
            {
                await worker.StandardOutput.ReadLineAsync();
            }
            var watch = Stopwatch.StartNew();
            foreach (var worker in workers)
            {
                await worker.StandardInput.WriteLineAsync("go");
            }
            foreach (var worker in workers)
            {
                await worker.WaitForExitAsync();
                if (worker.ExitCode != 0)
                {
                    throw new InvalidOperationException("A worker failed.");
                }
            }
            await JoinAsync(evaluator, plan, stems[0], lengths.Length);
            return watch.Elapsed.TotalSeconds;
        }
        finally
        {
            foreach (var worker in workers)
            {
                worker.Dispose();
            }
        }
    }

    /// <summary>Joins the parts, of which there may be one, and proves the file by theirs.</summary>
    private static async Task JoinAsync(Evaluator evaluator, HandoffPlan plan, string stem, int parts)
    {
        var delivery = Delivery.Of(evaluator.Graphic, plan, NameCard.Of(evaluator.Graphic, plan, evaluator.Graphic.Name), $"{stem}.mov", "a");
        await Chunks.JoinAsync(delivery, [.. Enumerable.Range(0, parts).Select(part => PathOf(stem, part))], default);
        var proofs = new List<PartProof>();
        for (var part = 0; part < parts; part++)
        {
            proofs.Add(JsonSerializer.Deserialize<PartProof>(await File.ReadAllBytesAsync(ProofOf(PathOf(stem, part))), ReportJson.Options)!);
        }
        if (await Prover.ProveJoinedAsync(evaluator, plan, delivery.Path, proofs) is not { Proof.Holds: true })
        {
            throw new InvalidOperationException("The file is not proved by its parts.");
        }
    }

    /// <summary>Renders and proves parts in this process, each as soon as it is free for it, until all are taken.</summary>
    /// <param name="words">Where the parts lie, their lengths.</param>
    public static async Task<int> WorkInThisProcessAsync(string[] words)
    {
        var stem = words[0];
        int[] lengths = [.. words[1..].Select(Number)];
        using var demo = Demo.Open("stinger");
        using var reuse = new Reuse();
        var evaluator = Longer(demo);
        var plan = Plan(evaluator);
        await PartAsync(plan.Frames / 2, 4, $"{stem}-{Environment.ProcessId}.warm.mov");
        Console.WriteLine("ready");
        Console.ReadLine();
        for (var part = 0; part < lengths.Length; part++)
        {
            if (Take(PathOf(stem, part)))
            {
                await PartAsync(lengths.Take(part).Sum(), lengths[part], PathOf(stem, part));
            }
        }
        return 0;

        async Task PartAsync(int first, int frames, string path)
        {
            await Renderer.RenderAsync(evaluator, Chunks.Part(plan, first, frames), demo.Pictures, path, "a", 1, reuse: reuse, asPart: true);
            var proof = await Prover.ProvePartAsync(evaluator, plan, first, frames, demo.Pictures, path, reuse: reuse);
            await File.WriteAllBytesAsync(ProofOf(path), JsonSerializer.SerializeToUtf8Bytes(proof, ReportJson.Options));
        }
    }

    /// <summary>The stinger, slower, so that it is a long handoff, most of whose time is not beginning: 244 frames.</summary>
    private static Evaluator Longer(Cli.GraphicFile stinger)
    {
        var slow = stinger.Graphic with { Rate = FrameRate.Parse("25") };
        return new(new ChangeGraphic(Rate: FrameRate.Parse("60")).ApplyTo(slow, TypeShaper.Shipped), TypeShaper.Shipped);
    }

    /// <summary>True where nobody else has taken a part.</summary>
    private static bool Take(string path)
    {
        try
        {
            File.Open(path + ".taken", FileMode.CreateNew).Dispose();
            return true;
        }
        catch (IOException)
        {
            return false;
        }
    }

    private static HandoffPlan Plan(Evaluator evaluator) =>
        HandoffPlan.Whole(evaluator.Graphic, FileKind.PngMovie, Backing.None) with
        {
            Silent = true,
            Scale = Measure.Scale,
        };

    private static string PathOf(string stem, int part) => string.Create(CultureInfo.InvariantCulture, $"{stem}-{part}.mov");

    private static string ProofOf(string part) => part + ".proof";

    private static int Number(string word) => int.Parse(word, CultureInfo.InvariantCulture);

    private static Process Begin(int core, int[] lengths, string stem)
    {
        string[] words = [stem, .. lengths.Select(l => l.ToString(CultureInfo.InvariantCulture))];
        var start = new ProcessStartInfo(
            "taskset",
            ["-c", core.ToString(CultureInfo.InvariantCulture), "dotnet", typeof(WorkersMeasure).Assembly.Location, "--work", .. words]
        )
        {
            RedirectStandardInput = true,
            RedirectStandardOutput = true,
        };
        return Process.Start(start)!;
    }
}
