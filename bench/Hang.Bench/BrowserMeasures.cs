using System.Diagnostics;
using System.Text.Json;
using Hang.Tests.Shared;

namespace Hang.Bench;

/// <summary>Measures taken in headless Chromium against a running Hang; bench/browser.mjs takes them.</summary>
internal static class BrowserMeasures
{
    private static JsonElement? taken;

    public static async Task<Measure> StageAsync()
    {
        var m = (await TakeAsync()).GetProperty("stage");
        var (ours, bare) = (m.GetProperty("ours").GetDouble(), m.GetProperty("bare").GetDouble());
        return new("stage", "frames a second of playback / bare CanvasKit calls drawing the same nodes", ours / bare, ">= 0.9", new()
        {
            ["frames a second, stage"] = ours,
            ["frames a second, bare CanvasKit"] = bare,
        });
    }

    public static async Task<Measure> EditAsync()
    {
        var m = (await TakeAsync()).GetProperty("edit");
        var times = m.GetProperty("times").EnumerateArray().Select(t => t.GetDouble()).ToArray();
        var paint = m.GetProperty("paint").GetDouble();
        return new("edit", "p95 in ms from an edit sent to its pixel on the stage, less one paint", Measure.Percentile(times, 0.95) - paint, "<= 33", new()
        {
            ["ms, median, paint included"] = Measure.Median(times),
            ["ms, p95, paint included"] = Measure.Percentile(times, 0.95),
            ["ms, one paint"] = paint,
        });
    }

    private static async Task<JsonElement> TakeAsync()
    {
        if (taken is { } known)
        {
            return known;
        }
        using var node = Process.Start(new ProcessStartInfo("node", [Path.Combine(ProjectFolder.Root, "bench", "browser.mjs")]) { RedirectStandardOutput = true })
            ?? throw new InvalidOperationException("Node.js did not start.");
        var text = await node.StandardOutput.ReadToEndAsync();
        await node.WaitForExitAsync();
        if (node.ExitCode != 0)
        {
            throw new InvalidOperationException("The measures in the browser could not be taken; is Hang running (./hang start)?");
        }
        using var json = JsonDocument.Parse(text);
        taken = json.RootElement.Clone();
        return taken.Value;
    }
}
