using Hang.Store.Files;
using Hang.Store.Handoffs;
using Microsoft.Extensions.Diagnostics.HealthChecks;

namespace Hang.Server.Hosting;

/// <summary>Tells the health of each part, with its words.</summary>
internal static class HealthAnswers
{
    public static Task WriteAsync(HttpContext context, HealthReport report) =>
        context.Response.WriteAsJsonAsync(
            new
            {
                status = report.Status.ToString(),
                parts = report.Entries.ToDictionary(e => e.Key, e => new { status = e.Value.Status.ToString(), words = e.Value.Description }),
            }
        );
}

/// <summary>Whether there is room for files. Little room is told; Hang works on.</summary>
internal sealed class DiskHealth(IFileStore files) : IHealthCheck
{
    private const long Little = 1_000_000_000;

    public Task<HealthCheckResult> CheckHealthAsync(HealthCheckContext context, CancellationToken cancellationToken = default)
    {
        var room = new DriveInfo(Path.GetDirectoryName(files.PathOf("x"))!).AvailableFreeSpace;
        // How much it is, is nobody's business who only asks.
        return Task.FromResult(
            room < Little
                ? HealthCheckResult.Degraded("There is little room left for pictures and handoffs.")
                : HealthCheckResult.Healthy("There is room for pictures and handoffs.")
        );
    }
}

/// <summary>Whether ffmpeg is there, without which no video is handed off.</summary>
internal sealed class EncoderHealth : IHealthCheck
{
    public Task<HealthCheckResult> CheckHealthAsync(HealthCheckContext context, CancellationToken cancellationToken = default)
    {
        var found = (Environment.GetEnvironmentVariable("PATH") ?? "").Split(':').Any(folder => File.Exists(Path.Combine(folder, "ffmpeg")));
        return Task.FromResult(
            found ? HealthCheckResult.Healthy("ffmpeg is installed.") : HealthCheckResult.Degraded("ffmpeg is not installed; ./hang start installs it.")
        );
    }
}

/// <summary>Whether handoffs are worked at.</summary>
internal sealed class QueueHealth(HandoffStore handoffs) : IHealthCheck
{
    private static readonly TimeSpan Long = TimeSpan.FromMinutes(10);

    public async Task<HealthCheckResult> CheckHealthAsync(HealthCheckContext context, CancellationToken cancellationToken = default)
    {
        var waiting = await handoffs.QuietAsync(Long, cancellationToken);
        return waiting == 0
            ? HealthCheckResult.Healthy("Handoffs are worked at.")
            : HealthCheckResult.Degraded($"{waiting} handoffs have waited for more than {Long.TotalMinutes:0} minutes. Start a worker: ./hang worker.");
    }
}
