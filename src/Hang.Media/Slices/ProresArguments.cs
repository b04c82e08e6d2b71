using Hang.Core.Handoff;
using Hang.Media.Encoding;
using Hang.Media.Frames;

namespace Hang.Media.Slices;

/// <summary>
/// How ffmpeg is asked for ProRes: bare samples of fixed quantisation, so that each slice depends on nothing but its own pixels. Each comes out as soon as
/// its picture went in: frames side by side would keep some back until others follow, and somebody may be waiting for one.
/// </summary>
internal static class ProresArguments
{
    /// <param name="width">Of the pictures that are fed, which need not be the file's.</param>
    /// <param name="output">A file, or a pipe.</param>
    public static string[] Of(Delivery delivery, int width, int height, string output)
    {
        var isHq = delivery.Plan.Kind != FileKind.Prores;
        var hasAlpha = delivery.Plan.HasAlpha && !isHq;
        return
        [
            .. FfmpegArguments.Quiet,
            .. FfmpegArguments.RawInput(isHq ? "yuv422p10le" : delivery.PixelFormat, width, height, delivery.Rate),
            // Where colour has half the width, we make it ourselves: the proof does the same with what was meant.
            .. isHq ? FfmpegArguments.Bt709Already : FfmpegArguments.ToBt709(hasAlpha ? "yuva444p10le" : "yuv444p10le"),
            "-c:v",
            "prores_ks",
            "-profile:v",
            isHq ? "hq" : "4444",
            "-alpha_bits",
            hasAlpha ? "16" : "0",
            "-qscale:v",
            isHq ? "2" : "1",
            "-thread_type",
            "slice",
            "-fps_mode",
            "passthrough",
            "-flush_packets",
            "1",
            "-f",
            "rawvideo",
            output,
        ];
    }
}
