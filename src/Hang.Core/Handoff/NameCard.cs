using System.Globalization;
using Hang.Core.Checks.Frames;
using Hang.Core.Documents;
using Hang.Core.Sounds;
using Hang.Scene;

namespace Hang.Core.Handoff;

/// <summary>What a delivered file says of itself, for the person who gets it and for the programs that read it.</summary>
/// <param name="Title">Of the graphic, with its package and version where they are known.</param>
/// <param name="Kind">Name of the kind of file.</param>
/// <param name="Width">Of the file in pixels.</param>
/// <param name="Height">Of the file in pixels.</param>
/// <param name="Rate">Frames a second of the file, such as 60000/1001.</param>
/// <param name="Frames">Number of frames in the file.</param>
/// <param name="From">First frame, counted in the graphic.</param>
/// <param name="To">Last frame, counted in the graphic.</param>
/// <param name="Timecode">Of the file's first frame.</param>
/// <param name="Duration">As timecode of the graphic's rate.</param>
/// <param name="Alpha">Straight, premultiplied or none, in words.</param>
/// <param name="Backing">What is behind the graphic, in words.</param>
/// <param name="Made">When it was asked for; null where no time shall be written.</param>
public sealed record NameCard(
    string Title,
    string Kind,
    int Width,
    int Height,
    string Rate,
    int Frames,
    int From,
    int To,
    string Timecode,
    string Duration,
    Sentence Alpha,
    Sentence Backing,
    DateTimeOffset? Made
)
{
    /// <summary>First frame of the file in which a stinger hides everything; null for what is no stinger, or hides it in none.</summary>
    public int? CoverFrom { get; init; }

    /// <summary>Last such frame of the file.</summary>
    public int? CoverTo { get; init; }

    /// <summary>The frame of the file at which the editor cuts.</summary>
    public int? CutFrame { get; init; }

    /// <summary>How it sounds, in words; null without sound.</summary>
    public Sentence? Sound { get; init; }

    /// <summary>The card with how loud the sound is.</summary>
    public NameCard With(Loudness? loudness) =>
        Sound is null
            ? this
            : (loudness?.Integrated, loudness?.TruePeak) switch
            {
                ({ } mean, { } peak) => this with { Sound = $"{Sound} ({mean:0.0} LUFS, peak {peak:0.0} dBTP)" },
                ({ } mean, null) => this with { Sound = $"{Sound} ({mean:0.0} LUFS)" },
                (null, { } peak) => this with { Sound = $"{Sound} (peak {peak:0.0} dBTP)" },
                _ => this,
            };

    /// <summary>The card with the cover window, as far as it lies within the file.</summary>
    /// <param name="window">In frames of the graphic.</param>
    public NameCard With(CoverWindow? window)
    {
        if (window is null || Math.Max(window.From, From) > Math.Min(window.To, To))
        {
            return this;
        }
        // A kind that holds fewer frames a second has every n-th.
        var every = Math.Max(1, (To - From + 1) / Math.Max(1, Frames));
        int InFile(int frame) => (Math.Clamp(frame, From, To) - From) / every;
        return this with { CoverFrom = InFile(window.From), CoverTo = InFile(window.To), CutFrame = InFile(window.Cut) };
    }

    /// <param name="title">Of the file, for people.</param>
    /// <param name="plan">As <see cref="HandoffPlan.Demand"/> gives it.</param>
    public static NameCard Of(Graphic graphic, HandoffPlan plan, string title, DateTimeOffset? made = null)
    {
        var facts = FileKinds.Of(plan.Kind);
        var (width, height) = plan.Size(graphic);
        return new(
            title,
            facts.Name,
            width,
            height,
            plan.Rate(graphic.Rate).ToString(),
            plan.Frames,
            plan.From,
            plan.To,
            Scene.Time.Timecode.Format(plan.FirstTimecode(graphic.Rate), graphic.Rate),
            Scene.Time.Timecode.Format(plan.To - plan.From + 1, graphic.Rate),
            AlphaOf(plan, facts),
            BackingOf(plan.Backing),
            made
        )
        {
            Sound = plan.Silent || !SoundMix.Heard(graphic).Any() ? null : SoundOf(facts.Sound),
        };
    }

    /// <summary>One line for the comment that most kinds of file can carry.</summary>
    public string Comment =>
        string.Create(
            CultureInfo.InvariantCulture,
            $"Frames {From}-{To}, {Rate} a second; {Alpha}; backing: {Backing}{(Sound is null ? "" : $"; sound: {Sound}")}{(CutFrame is { } cut ? $"; cut at frame {cut} of the file, everything is hidden in {CoverFrom}-{CoverTo}" : "")}"
        );

    private static Sentence AlphaOf(HandoffPlan plan, FileKindFacts facts) =>
        !plan.HasAlpha ? (Sentence)$"no alpha, opaque"
        : facts.Alpha == AlphaRoom.OneBit ? (Sentence)$"alpha of one bit"
        : plan.Kind == FileKind.Pair
            ? plan.Premultiplied ? (Sentence)$"fill premultiplied over black, alpha as key"
                : $"fill straight, alpha as key"
        : plan.Premultiplied ? (Sentence)$"premultiplied alpha"
        : $"straight alpha";

    private static Sentence? SoundOf(SoundRoom room) =>
        room switch
        {
            SoundRoom.None => null,
            SoundRoom.Pcm => $"stereo at 48 kHz, PCM of 24 bits",
            SoundRoom.Aac => $"stereo at 48 kHz, AAC",
            SoundRoom.Opus => $"stereo at 48 kHz, Opus",
            _ => $"stereo at 48 kHz, Broadcast Wave beside the stills",
        };

    private static Sentence BackingOf(Backing backing) =>
        backing.Kind switch
        {
            BackingKind.None => $"none",
            BackingKind.Solid => $"solid {backing.Colour}",
            _ => $"key colour {backing.Colour}",
        };
}
