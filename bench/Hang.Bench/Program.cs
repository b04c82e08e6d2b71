using System.Text.Json;
using Hang.Bench;

// ./hang bench [NAME ...]: every measure is a ratio within one run, since machines are noisy.
var wanted = args.Where(a => !a.StartsWith("--", StringComparison.Ordinal)).ToHashSet(StringComparer.Ordinal);
var measures = new (string Name, Func<Task<Measure>> Run)[]
{
    ("handoff", HandoffMeasure.RunAsync),
    ("paint", PaintMeasure.RunAsync),
    ("memory", MemoryMeasure.RunAsync),
    ("stage", () => BrowserMeasures.StageAsync()),
    ("edit", () => BrowserMeasures.EditAsync()),
    ("evaluate", EvaluateMeasure.RunAsync),
    ("program", ProgramMeasure.RunAsync),
    ("blur", BlurMeasure.RunAsync),
};
if (args is ["--memory-of", var frames])
{
    return await MemoryMeasure.RenderInThisProcessAsync(int.Parse(frames, System.Globalization.CultureInfo.InvariantCulture));
}
var unknown = wanted.Except(measures.Select(m => m.Name)).ToArray();
if (unknown.Length > 0)
{
    await Console.Error.WriteLineAsync($"hang: there is no measure {unknown[0]}; choose from {string.Join(", ", measures.Select(m => m.Name))}.");
    return 2;
}
var done = new List<Measure>();
foreach (var (name, run) in measures.Where(m => wanted.Count == 0 || wanted.Contains(m.Name)))
{
    var measure = await run();
    done.Add(measure);
    if (!args.Contains("--json"))
    {
        Console.WriteLine(measure);
    }
}
if (args.Contains("--json"))
{
    Console.WriteLine(JsonSerializer.Serialize(done, new JsonSerializerOptions(JsonSerializerDefaults.Web) { WriteIndented = true }));
}
return 0;
