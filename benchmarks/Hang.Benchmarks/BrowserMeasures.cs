using System.Diagnostics;
using System.Text.Json;
using Hang.Tests.Shared;

namespace Hang.Benchmarks;

/// <summary>Measures taken in headless Chromium against a Hang of their own; benchmarks/browser.mjs takes them.</summary>
internal static class BrowserMeasures
{
    public static async Task<Measure> StageAsync()
    {
        var m = await TakeAsync("stage");
        var (ours, bare) = (m.GetProperty("ours").GetDouble(), m.GetProperty("bare").GetDouble());
        return new(
            "stage",
            "bare CanvasKit calls drawing the same operations / the stage, frames a second",
            bare / ours,
            "<= 1.1",
            new() { ["frames a second, stage"] = ours, ["frames a second, bare CanvasKit"] = bare }
        );
    }

    /// <summary>Playing the demo where no GPU is: the stinger's frames as they come, against the same drawn of groups that were painted before.</summary>
    public static async Task<Measure> SoftAsync()
    {
        var m = await TakeAsync("soft");
        double Sum(JsonElement of, string name) => of.GetProperty(name).EnumerateArray().Sum(t => t.GetDouble());
        var stinger = m.GetProperty("Stinger");
        return new(
            "soft",
            "the stage without a GPU at half size, the demo's stinger / drawing it of its kept groups",
            Sum(stinger, "ours") / Sum(stinger, "kept"),
            "<= 1.3",
            m.EnumerateObject().ToDictionary(g => $"frames a second, {g.Name}", g => 1000 * g.Value.GetProperty("ours").GetArrayLength() / Sum(g.Value, "ours"))
        );
    }

    public static async Task<Measure> EditAsync()
    {
        var m = await TakeAsync("edit");
        double[] Times(string name) => [.. m.GetProperty(name).EnumerateArray().Select(t => t.GetDouble())];
        var (whole, page) = (Times("whole"), Times("page"));
        return new(
            "edit",
            "p95 from a key press to its pixel / what of it the page itself takes",
            Measure.Percentile(whole, 0.95) / Measure.Percentile(page, 0.95),
            "<= 2.0",
            new()
            {
                ["ms, median, whole way"] = Measure.Median(whole),
                ["ms, p95, whole way"] = Measure.Percentile(whole, 0.95),
                ["ms, median, page alone"] = Measure.Median(page),
                ["ms, p95, page alone"] = Measure.Percentile(page, 0.95),
            }
        );
    }

    private static async Task<JsonElement> TakeAsync(string which)
    {
        var start = new ProcessStartInfo("node", [Path.Combine(ProjectFolder.Root, "benchmarks", "browser.mjs"), which]) { RedirectStandardOutput = true };
        start.Environment["HANG_URL"] = await RunningHang.StartAsync();
        using var node = Process.Start(start) ?? throw new InvalidOperationException("Node.js did not start.");
        var text = await node.StandardOutput.ReadToEndAsync();
        await node.WaitForExitAsync();
        if (node.ExitCode != 0)
        {
            throw new InvalidOperationException("The measure in the browser failed; the lines above say why.");
        }
        using var json = JsonDocument.Parse(text);
        return json.RootElement.Clone();
    }
}
