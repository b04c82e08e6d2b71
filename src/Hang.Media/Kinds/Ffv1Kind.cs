using Hang.Core.Handoff;
using Hang.Media.Encoding;
using Hang.Media.Frames;
using Hang.Media.Movies;
using Hang.Media.Reading;
using Hang.Scene.Time;

namespace Hang.Media.Kinds;

/// <summary>Matroska (RFC 9559) with FFV1 level 3 (RFC 9043): every frame by itself, every slice with a checksum.</summary>
internal sealed class Ffv1Kind : MediaKind
{
    public override string PartExtension => "mov";

    public override int Group(FrameRate rate) => 1;

    public override Task<IFrameWriter> OpenAsync(Delivery delivery, CancellationToken cancel) =>
        Task.FromResult<IFrameWriter>(new RepeatedPackets(delivery, Coding(delivery)));

    public override Task JoinAsync(Delivery delivery, IReadOnlyList<string> parts, CancellationToken cancel) =>
        RepeatedPackets.JoinAsync(delivery, Coding(delivery), parts, cancel);

    public override IAsyncEnumerable<DecodedRun> ReadAsync(Delivery delivery, CancellationToken cancel) =>
        VideoReader.ReadAsync(delivery.Path, [], FrameShape.Rgba, delivery, cancel);

    public override Task<IReadOnlyList<ProofFact>> FactsAsync(Delivery delivery, CancellationToken cancel) =>
        ProbedAsync(delivery.Path, delivery, "ffv1 FFV1", "gbr, iec61966-2-1, bt709", delivery.Plan.HasAlpha, cancel);

    // Identity matrix of all levels, the transfer of sRGB.
    private static PacketCoding Coding(Delivery delivery) =>
        new(
            delivery.PixelFormat,
            ["-vf", $"format={(delivery.Plan.HasAlpha ? "bgra" : "bgr0")}", "-c:v", "ffv1", "-level", "3", "-g", "1", "-slices", "4", "-slicecrc", "1"],
            "glbl",
            known => TimedFrames.Head(delivery, "V_FFV1", known, 0, 2, 13),
            1,
            1,
            [.. FfmpegArguments.SoundOutput(delivery.Sound, "pcm_s24le"), "-f", "matroska"]
        );
}
