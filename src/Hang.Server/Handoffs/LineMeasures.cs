using System.Diagnostics.Metrics;
using Hang.Server.Hosting;
using Hang.Store.Handoffs;

namespace Hang.Server.Handoffs;

/// <summary>Looks at the line of handoffs now and then, for whoever watches the measures. One process of a farm does: the server.</summary>
public sealed class LineMeasures(HandoffStore store, ILogger<LineMeasures> log) : BackgroundService
{
    private static readonly TimeSpan Look = TimeSpan.FromSeconds(5);

    private LineState? line;

    public override Task StartAsync(CancellationToken cancellationToken)
    {
        Gauge("hang.line.waiting", "{handoff}", "Handoffs that nobody has taken yet.", l => l.Waiting);
        Gauge("hang.line.under_way", "{handoff}", "Handoffs that are rendered or proved.", l => l.UnderWay);
        Gauge("hang.line.frames", "{frame}", "Frames that are still to be rendered.", l => l.Frames);
        Gauge("hang.line.oldest", "s", "For how long the oldest of those that wait has waited.", l => l.OldestSeconds);
        Gauge("hang.workers", "{worker}", "Workers that have been heard of.", l => l.Workers);
        return base.StartAsync(cancellationToken);
    }

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        while (!stoppingToken.IsCancellationRequested)
        {
            try
            {
                line = await store.LineAsync(HandoffWorker.Quiet, stoppingToken);
            }
            catch (Exception e) when (e is not OperationCanceledException)
            {
                line = null;
                log.LogWarning("The line of handoffs could not be measured: {Problem}", e.Message);
            }
            await Task.Delay(Look, stoppingToken).ContinueWith(_ => { }, TaskScheduler.Default);
        }
    }

    /// <summary>While the line cannot be looked at, nothing is said of it.</summary>
    private void Gauge(string name, string unit, string what, Func<LineState, double> of) =>
        Telemetry.Meter.CreateObservableGauge(name, () => line is { } seen ? [new(of(seen))] : Array.Empty<Measurement<double>>(), unit, what);
}
