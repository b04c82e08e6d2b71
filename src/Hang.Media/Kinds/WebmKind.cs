using System.Globalization;
using Hang.Core.Handoff;
using Hang.Media.Encoding;
using Hang.Media.Frames;
using Hang.Media.Movies;
using Hang.Media.Processes;
using Hang.Media.Reading;
using Hang.Scene.Time;

namespace Hang.Media.Kinds;

/// <summary>WebM with VP9; alpha is a second layer of each frame, as browsers read it.</summary>
internal sealed class WebmKind : MediaKind
{
    /// <summary>
    /// What the encoder of sound puts before its first sample, in seconds: 312 samples at 48 kHz (the pre-skip of RFC 7845, section 4.2). Matroska takes it off
    /// again (CodecDelay, RFC 9559, section 5.1.4.1.28); without this, the first packet would lie before 0 and all pictures be moved behind it.
    /// </summary>
    private const string OpusLead = "0.0065";

    public override Task<IFrameWriter> OpenAsync(Delivery delivery, CancellationToken cancel)
    {
        var hasAlpha = delivery.Plan.HasAlpha;
        string[] arguments =
        [
            .. FfmpegArguments.Quiet,
            .. FfmpegArguments.RawInput(hasAlpha ? "yuva420p" : "yuv420p", delivery.Width, delivery.Height, delivery.Rate),
            // Pictures begin at 0, and so does what is heard.
            .. delivery.Sound is null ? [] : (string[])["-itsoffset", OpusLead],
            .. FfmpegArguments.SoundInput(delivery.Sound),
            "-vf",
            "setparams=range=tv:color_primaries=bt709:color_trc=bt709:colorspace=bt709,setsar=1",
            // A hidden reference frame cannot have alpha.
            "-c:v",
            "libvpx-vp9",
            "-crf",
            "16",
            "-b:v",
            "0",
            "-deadline",
            "good",
            "-cpu-used",
            "4",
            "-row-mt",
            "1",
            .. hasAlpha ? (string[])["-auto-alt-ref", "0"] : [],
            "-g",
            Group(delivery.Rate).ToString(CultureInfo.InvariantCulture),
            .. SoundCoding(delivery),
            .. FfmpegArguments.Words(delivery.Card, true),
            "-f",
            "webm",
            delivery.Path,
        ];
        return Task.FromResult<IFrameWriter>(new EncoderWriter(arguments, frame => Yuv420.Prepare(frame, hasAlpha)));
    }

    /// <summary>A second.</summary>
    public override int Group(FrameRate rate) => rate.Nominal;

    public override async Task JoinAsync(Delivery delivery, IReadOnlyList<string> parts, CancellationToken cancel)
    {
        var list = delivery.Path + ".parts";
        var (scale, step) = MovFile.Clock(delivery.Rate);
        try
        {
            await File.WriteAllLinesAsync(
                list,
                ["ffconcat version 1.0", .. parts.Select(p => $"file 'file:{p.Replace("'", @"'\''", StringComparison.Ordinal)}'")],
                cancel
            );
            await using var join = FfmpegProcess.Start(
                "ffmpeg",
                [
                    .. FfmpegArguments.Quiet,
                    "-safe",
                    "0",
                    .. FfmpegProcess.Reading(list, "concat"),
                    .. delivery.Sound is null ? [] : (string[])["-itsoffset", OpusLead],
                    .. FfmpegArguments.SoundInput(delivery.Sound),
                    "-c:v",
                    "copy",
                    // Parts are as long as whole milliseconds say; in the file each frame is where its number says. What writes Matroska counts
                    // milliseconds, whatever base the filter names.
                    "-bsf:v",
                    string.Create(CultureInfo.InvariantCulture, $"setts=ts=round(N*1000*{step}/{scale})"),
                    .. delivery.Plan.HasAlpha ? (string[])["-metadata:s:v", "alpha_mode=1"] : [],
                    .. SoundCoding(delivery),
                    .. FfmpegArguments.Words(delivery.Card, true),
                    "-f",
                    "webm",
                    delivery.Path,
                ]
            );
            await using var killed = join.KilledBy(cancel);
            await join.FinishAsync(cancel);
        }
        finally
        {
            File.Delete(list);
        }
    }

    // The decoder that comes with ffmpeg leaves alpha out.
    public override IAsyncEnumerable<DecodedRun> ReadAsync(Delivery delivery, CancellationToken cancel) =>
        VideoReader.ReadAsync(delivery.Path, ["-c:v", "libvpx-vp9"], delivery.Plan.HasAlpha ? FrameShape.QuarterAlpha8 : FrameShape.Quarter8, delivery, cancel);

    public override async Task<IReadOnlyList<ProofFact>> FactsAsync(Delivery delivery, CancellationToken cancel) =>
        [
            .. (await ProbedAsync(delivery.Path, delivery, "vp9 [0][0][0][0]", "bt709, bt709, bt709", false, cancel)).Where(f =>
                f.Name.ToString() != "alpha plane"
            ),
        ];

    private static string[] SoundCoding(Delivery delivery) => FfmpegArguments.SoundOutput(delivery.Sound, "libopus", "-b:a", "192k");
}
