using System.Diagnostics;
using Hang.Media.Reports;

namespace Hang.Benchmarks;

/// <summary>All checks of the demo's stinger / as long as it plays.</summary>
internal static class ReportMeasure
{
    private static readonly int Rounds = Measure.Times(5, 1);

    public static async Task<Measure> RunAsync()
    {
        using var graphic = Demo.Open("stinger");
        var plays = graphic.Graphic.Phases.Total * 1000 / graphic.Graphic.Rate.PerSecond;
        var times = new List<double>();
        for (var i = 0; i <= Rounds; i++)
        {
            var watch = Stopwatch.StartNew();
            await GraphicReport.OfAsync(graphic.Evaluator, graphic.Pictures);
            times.Add(watch.Elapsed.TotalMilliseconds);
        }
        // The first is not counted.
        var took = Measure.Median(times.Skip(1));
        return new(
            "report",
            "all checks of the demo's stinger / playing it",
            took / plays,
            "<= 0.5",
            new() { ["ms, all checks"] = took, ["ms, playing"] = plays }
        );
    }
}
