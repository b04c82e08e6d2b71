using System.Diagnostics.Metrics;
using OpenTelemetry.Metrics;

namespace Hang.Server.Hosting;

/// <summary>
/// What the server measures of itself (OpenTelemetry). It goes out by OTLP where OTEL_EXPORTER_OTLP_ENDPOINT says to; nothing leaves the machine otherwise.
/// </summary>
internal static class Telemetry
{
    private const string Endpoint = "OTEL_EXPORTER_OTLP_ENDPOINT";

    /// <summary>What all measures of Hang belong to.</summary>
    public static Meter Meter { get; } = new("Hang");

    /// <summary>Milliseconds from an edit's arrival until it is on disk and answered.</summary>
    public static Histogram<double> EditLatency { get; } =
        Meter.CreateHistogram<double>("hang.edit.latency", "ms", "From an edit's arrival until it is answered.");

    /// <summary>Bytes of numbers, outlines and layers in a patch.</summary>
    public static Histogram<long> PatchBytes { get; } = Meter.CreateHistogram<long>("hang.patch.bytes", "By", "Bytes of a patch to one browser.");

    /// <summary>Frames a second of a render that is done.</summary>
    public static Histogram<double> RenderRate { get; } =
        Meter.CreateHistogram<double>("hang.render.rate", "{frame}/s", "Frames a second of a handoff's render; of one in parts, with their proofs.");

    /// <summary>Frames that this process has rendered, told while it does.</summary>
    public static Counter<long> Frames { get; } = Meter.CreateCounter<long>("hang.frames", "{frame}", "Frames of files that are rendered.");

    /// <summary>Proofs made here, "by": the parts of a file, each by itself, or the file, decoded as a whole.</summary>
    public static Counter<long> Proofs { get; } = Meter.CreateCounter<long>("hang.proofs", "{proof}", "Proofs, by what was decoded: parts or the file.");

    /// <summary>Handoffs that have ended here, by their "end": done, refused (by the proof), failed or cancelled.</summary>
    public static Counter<long> Ended { get; } = Meter.CreateCounter<long>("hang.handoffs.ended", "{handoff}", "Handoffs that have ended, by their end.");

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
