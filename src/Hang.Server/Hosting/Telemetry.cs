using System.Diagnostics.Metrics;
using OpenTelemetry.Metrics;

namespace Hang.Server.Hosting;

/// <summary>
/// What the server measures of itself (OpenTelemetry). It goes out by OTLP where OTEL_EXPORTER_OTLP_ENDPOINT says to; nothing leaves the machine otherwise.
/// </summary>
internal static class Telemetry
{
    private const string Endpoint = "OTEL_EXPORTER_OTLP_ENDPOINT";
    private static readonly Meter Meter = new("Hang");

    /// <summary>Milliseconds from an edit's arrival until it is on disk and answered.</summary>
    public static Histogram<double> EditLatency { get; } =
        Meter.CreateHistogram<double>("hang.edit.latency", "ms", "From an edit's arrival until it is answered.");

    /// <summary>Bytes of numbers, outlines and layers in a patch.</summary>
    public static Histogram<long> PatchBytes { get; } = Meter.CreateHistogram<long>("hang.patch.bytes", "By", "Bytes of a patch to one browser.");

    /// <summary>Frames a second of a render that is done.</summary>
    public static Histogram<double> RenderRate { get; } =
        Meter.CreateHistogram<double>("hang.render.rate", "{frame}/s", "Frames a second of a handoff's render.");

    public static void Add(IServiceCollection services)
    {
        services
            .AddOpenTelemetry()
            .WithMetrics(metrics =>
            {
                metrics.AddMeter(Meter.Name).AddAspNetCoreInstrumentation();
                if (Environment.GetEnvironmentVariable(Endpoint) is { Length: > 0 })
                {
                    metrics.AddOtlpExporter();
                }
            });
    }
}
