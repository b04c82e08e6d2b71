using System.Diagnostics;
using System.Globalization;
using Hang.Core.Handoff;
using Hang.Media.Frames;
using Hang.Media.Rendering;

namespace Hang.Benchmarks;

/// <summary>
/// A heavy graphic rendered in parts by two workers and joined, against one worker. Each is a process that has one core and no more, as on a machine of its
/// own.
/// </summary>
internal static class WorkersMeasure
{
    private static readonly int Rounds = Measure.Times(2, 1);

    public static async Task<Measure> RunAsync()
    {
        using var graphic = Demo.Open("stinger");
        var plan = Plan(graphic);
        int[] lengths = [.. Chunks.Lengths(graphic.Evaluator, plan, 2)];
        var folder = Directory.CreateTempSubdirectory("hang-bench-");
        try
        {
            List<double> one = [],
                two = [];
            for (var i = 0; i < Rounds; i++)
            {
                var watch = Stopwatch.StartNew();
                await WorkAsync(0, [plan.Frames], 1, Path.Combine(folder.FullName, $"one-{i}"));
                one.Add(watch.Elapsed.TotalSeconds);
                watch.Restart();
                var stem = Path.Combine(folder.FullName, $"two-{i}");
                await Task.WhenAll(WorkAsync(0, lengths, 2, stem), WorkAsync(1, lengths, 2, stem));
                var delivery = Delivery.Of(graphic.Graphic, plan, NameCard.Of(graphic.Graphic, plan, graphic.Graphic.Name), $"{stem}.mov", "a");
                await Chunks.JoinAsync(delivery, [.. lengths.Select((_, part) => PathOf(stem, part))], default);
                two.Add(watch.Elapsed.TotalSeconds);
            }
            return new(
                "workers",
                "one worker / two workers and the join, of a heavy graphic, a core each",
                Measure.Median(one) / Measure.Median(two),
                ">= 1.7",
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

    /// <summary>Renders every n-th part in this process.</summary>
    /// <param name="words">Which of the workers this is, how many there are, where the parts lie, their lengths.</param>
    public static async Task<int> WorkInThisProcessAsync(string[] words)
    {
        var (me, all, stem) = (Number(words[0]), Number(words[1]), words[2]);
        int[] lengths = [.. words[3..].Select(Number)];
        using var graphic = Demo.Open("stinger");
        var plan = Plan(graphic);
        for (var part = me; part < lengths.Length; part += all)
        {
            await Renderer.RenderAsync(
                graphic.Evaluator,
                Chunks.Part(plan, lengths.Take(part).Sum(), lengths[part]),
                graphic.Pictures,
                PathOf(stem, part),
                "a",
                1
            );
        }
        return 0;
    }

    private static HandoffPlan Plan(Cli.GraphicFile graphic) =>
        HandoffPlan.Whole(graphic.Graphic, FileKind.PngMovie, Backing.None) with
        {
            Silent = true,
            Scale = Measure.Scale,
        };

    private static string PathOf(string stem, int part) => string.Create(CultureInfo.InvariantCulture, $"{stem}-{part}.mov");

    private static int Number(string word) => int.Parse(word, CultureInfo.InvariantCulture);

    private static async Task WorkAsync(int me, int[] lengths, int all, string stem)
    {
        string[] words =
        [
            me.ToString(CultureInfo.InvariantCulture),
            all.ToString(CultureInfo.InvariantCulture),
            stem,
            .. lengths.Select(l => l.ToString(CultureInfo.InvariantCulture)),
        ];
        using var child = Process.Start("taskset", ["-c", words[0], "dotnet", typeof(WorkersMeasure).Assembly.Location, "--work", .. words]);
        await child.WaitForExitAsync();
        if (child.ExitCode != 0)
        {
            throw new InvalidOperationException("A worker failed.");
        }
    }
}
