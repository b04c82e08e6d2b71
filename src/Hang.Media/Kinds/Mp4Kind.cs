using System.Globalization;
using Hang.Core.Handoff;
using Hang.Media.Encoding;
using Hang.Media.Proofs;
using Hang.Media.Rendering;

namespace Hang.Media.Kinds;

/// <summary>MP4 with H.264 (ITU-T H.264), made for editing: no frame waits for a later one, and twice a second one stands by itself.</summary>
internal sealed class Mp4Kind : MediaKind
{
    public override Task<IFrameWriter> OpenAsync(Delivery delivery, CancellationToken cancel)
    {
        string[] arguments =
        [
            .. FfmpegArguments.Quiet, .. FfmpegArguments.RawInput("yuv420p", delivery.Width, delivery.Height, delivery.Rate), .. FfmpegArguments.SoundInput(delivery.Sound),
            "-vf", "setparams=range=tv:color_primaries=bt709:color_trc=bt709:colorspace=bt709,setsar=1", "-chroma_sample_location", "left",
            "-c:v", "libx264", "-preset", "medium", "-crf", "11", "-bf", "0", "-g", Math.Max(1, delivery.Rate.Nominal / 2).ToString(CultureInfo.InvariantCulture), "-flags", "+cgop",
            "-video_track_timescale", Movies.MovFile.Clock(delivery.Rate).Scale.ToString(CultureInfo.InvariantCulture), "-movie_timescale", Movies.MovFile.Clock(delivery.Rate).Scale.ToString(CultureInfo.InvariantCulture),
            .. FfmpegArguments.SoundOutput(delivery.Sound, "aac", "-b:a", "256k"), .. FfmpegArguments.Words(delivery.Card, true), "-movflags", "+faststart", "-f", "mp4", delivery.Path,
        ];
        return Task.FromResult<IFrameWriter>(new EncoderWriter(arguments, frame => Yuv420.Prepare(frame, false)));
    }

    public override IAsyncEnumerable<DecodedRun> ReadAsync(Delivery delivery, CancellationToken cancel) => VideoReader.ReadAsync(delivery.Path, [], FrameShape.Quarter8, delivery, cancel);

    public override Task<IReadOnlyList<ProofFact>> FactsAsync(Delivery delivery, CancellationToken cancel) => ProbedAsync(delivery.Path, delivery, "h264 avc1", "bt709, bt709, bt709", false, cancel);
}
