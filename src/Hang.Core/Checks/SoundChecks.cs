using Hang.Core.Documents;
using Hang.Core.Sounds;
using Hang.Scene;
using Hang.Scene.Time;

namespace Hang.Core.Checks;

/// <summary>What a person should know of a graphic's sound before it is handed off.</summary>
public static class SoundChecks
{
    // What is louder than this where it breaks off is heard as a click: -40 dBFS. From experience; no source.
    private const double Audible = 0.01;

    // 10 ms.
    private const int End = SampleClock.Rate / 100;

    public static IEnumerable<Finding> Of(Graphic graphic, SoundMix mix, Loudness loudness)
    {
        if (loudness.TruePeak is > Loudness.HighestPeak and var peak)
        {
            var isClipped = peak > 0;
            yield return new(
                "peak",
                isClipped ? Weight.Error : Weight.Warning,
                new(
                    isClipped
                        ? (Sentence)$"The sound peaks at {peak:0.0} dBTP, which no file can hold; {Loudness.HighestPeak} dBTP is the most (EBU R 128)."
                        : $"The sound peaks at {peak:0.0} dBTP; {Loudness.HighestPeak} dBTP is the most (EBU R 128).",
                    $"Lower the gain by {Math.Ceiling((peak - Loudness.HighestPeak) * 10) / 10:0.0} dB."
                ),
                null,
                null,
                peak,
                "dBTP"
            );
        }
        yield return loudness.Integrated is { } integrated
            ? new(
                "loudness",
                Weight.Note,
                new(
                    $"The sound is at {integrated:0.0} LUFS; {Loudness.Target} LUFS is usual for a whole programme (EBU R 128).",
                    Math.Abs(integrated - Loudness.Target) <= Loudness.Tolerance
                        ? (Sentence)$"Nothing is to be done."
                        : $"A gain of {Loudness.Target - integrated:+0.0;-0.0} dB brings it there."
                ),
                null,
                null,
                integrated,
                "LUFS"
            )
            : new("loudness", Weight.Note, new($"The sound is too short or too soft for its loudness to be told.", $"Judge it by ear under the programme."));
        foreach (var part in mix.Parts.Where(p => p.IsCut && LevelAtEnd(p) > Audible))
        {
            var last = graphic.Phases.Total - 1;
            var at = Math.Min(last, (int)SampleClock.FrameOf(graphic.Rate, part.To - 1));
            yield return new Finding(
                "soundCut",
                Weight.Warning,
                new($"It breaks off while it is still heard.", $"Fade it out, or let it last longer.", part.Layer.Name, "fadeOut"),
                at,
                at
            ).About(part.Layer);
        }
        foreach (var part in mix.Parts.Where(p => p.From >= p.To))
        {
            yield return new Finding(
                "neverHeard",
                Weight.Warning,
                new(
                    $"It is never heard: its slip leaves nothing of the sound in its time.",
                    $"Change its slip, or its in and out points.",
                    part.Layer.Name,
                    "slip"
                )
            ).About(part.Layer);
        }
    }

    private static double LevelAtEnd(SoundPart part)
    {
        var samples = new float[End * ISamples.Channels];
        part.Read(part.To - End, samples);
        // What the gain and the fade let through at the very end: one that has reached silence there breaks nothing off.
        return samples.Max(s => Math.Abs(s)) * part.ShareAt(part.To - 1);
    }
}
