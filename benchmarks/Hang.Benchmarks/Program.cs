using System.Text.Json;
using Hang.Benchmarks;

// ./hang bench [NAME ...] [--json] [--smallest]: every measure is a ratio within one run, its sides alternated, since machines are noisy.
if (args is ["--memory-of", var frames])
{
    return await MemoryMeasure.RenderInThisProcessAsync(int.Parse(frames, System.Globalization.CultureInfo.InvariantCulture));
}
if (args is ["--memory-of-rows", var rows])
{
    return await RowsMemoryMeasure.RenderInThisProcessAsync(int.Parse(rows, System.Globalization.CultureInfo.InvariantCulture));
}
if (args is ["--large-of", var scale])
{
    return await LargeMeasure.HandOffInThisProcessAsync(int.Parse(scale, System.Globalization.CultureInfo.InvariantCulture));
}
if (args is ["--work", .. var work])
{
    return await WorkersMeasure.WorkInThisProcessAsync(work);
}
if (args.Contains("--smallest"))
{
    Environment.SetEnvironmentVariable(Measure.Smallest, "1");
}
var measures = new (string Name, Func<Task<Measure>> Run)[]
{
    ("paint", PaintMeasure.RunAsync),
    ("grouped", GroupedMeasure.RunAsync),
    ("look", LookMeasure.RunAsync),
    ("package", PackageMeasure.RunAsync),
    ("heavy", HeavyMeasure.RunAsync),
    ("cast", CastMeasure.RunAsync),
    ("gradient", GradientMeasure.RunAsync),
    ("report", ReportMeasure.RunAsync),
    ("evaluate", EvaluateMeasure.RunAsync),
    ("blur", BlurMeasure.RunAsync),
    ("program", ProgramMeasure.RunAsync),
    ("revisions", RevisionsMeasure.RunAsync),
    ("handoff", HandoffMeasure.ProresAsync),
    ("roll", HandoffMeasure.RollAsync),
    ("mp4", HandoffMeasure.Mp4Async),
    ("proof", HandoffMeasure.ProofAsync),
    ("roster", RosterMeasure.RunAsync),
    ("capture", CaptureMeasure.RunAsync),
    ("workers", WorkersMeasure.RunAsync),
    ("small", SmallFilesMeasure.RunAsync),
    ("memory", MemoryMeasure.RunAsync),
    ("large", LargeMeasure.TimeAsync),
    ("largeMemory", LargeMeasure.MemoryAsync),
    ("rows", RowsMemoryMeasure.RunAsync),
    ("server", ServerMemoryMeasure.RunAsync),
    ("stage", BrowserMeasures.StageAsync),
    ("soft", BrowserMeasures.SoftAsync),
    ("edit", BrowserMeasures.EditAsync),
};
var wanted = args.Where(a => !a.StartsWith("--", StringComparison.Ordinal)).ToHashSet(StringComparer.Ordinal);
var unknown = wanted
    .Except(measures.Select(m => m.Name))
    .Concat(args.Where(a => a.StartsWith("--", StringComparison.Ordinal) && a is not ("--json" or "--smallest")))
    .ToArray();
if (unknown.Length > 0)
{
    await Console.Error.WriteLineAsync(
        $"hang: there is no measure {unknown[0]}; choose from {string.Join(", ", measures.Select(m => m.Name))}, --json and --smallest."
    );
    return 2;
}
var (json, failed, first) = (args.Contains("--json"), 0, true);
var options = new JsonSerializerOptions(JsonSerializerDefaults.Web);
Console.Write(json ? "[" : "");
foreach (var (name, run) in measures.Where(m => wanted.Count == 0 || wanted.Contains(m.Name)))
{
    // A measure that cannot be taken does not keep the others from being taken, or from being told.
    try
    {
        var measure = await run();
        Console.WriteLine(json ? (first ? "" : ",") + JsonSerializer.Serialize(measure, options) : measure.ToString());
        first = false;
    }
    catch (Exception e)
    {
        failed++;
        await Console.Error.WriteLineAsync($"hang: {name} could not be measured. {e.Message}");
    }
}
await RunningHang.StopAsync();
Console.WriteLine(json ? "]" : "");
return failed == 0 ? 0 : 1;
