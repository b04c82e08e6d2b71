using Hang.Core.Documents;
using Hang.Core.Handoff;
using Hang.Scene.Time;

namespace Hang.Media.Frames;

/// <summary>A file to be made, as its writer needs to know it.</summary>
/// <param name="Path">Of the file, or of a folder for a kind that is several files.</param>
/// <param name="Stem">First part of the names of the files in a folder.</param>
/// <param name="Plan">As <see cref="HandoffPlan.Demand"/> gives it.</param>
/// <param name="Rate">Frames a second of the file.</param>
/// <param name="FirstTimecode">The frame that the file's first timecode names.</param>
public sealed record Delivery(string Path, string Stem, int Width, int Height, FrameRate Rate, HandoffPlan Plan, NameCard Card, int FirstTimecode)
{
    public static Delivery Of(Graphic graphic, HandoffPlan plan, NameCard card, string path, string stem)
    {
        var (width, height) = plan.Size(graphic);
        return new(path, stem, width, height, plan.Rate(graphic.Rate), plan, card, plan.FirstTimecode(graphic.Rate))
        {
            IsZip = path.EndsWith(".zip", StringComparison.OrdinalIgnoreCase),
        };
    }

    /// <summary>True when a kind of several files is delivered in one zip, not in a folder.</summary>
    public bool IsZip { get; init; }

    /// <summary>The sound that goes into the file, or beside its stills; null for none.</summary>
    public SoundTrack? Sound { get; init; }

    /// <summary>What files that are alike share; null for a file that is alone.</summary>
    public Reuse? Reuse { get; init; }

    /// <summary>True for a part that is joined with others: its frames count, and neither what the file says of itself nor what it would play in.</summary>
    public bool IsPart { get; init; }

    /// <summary>Bytes of a painted frame.</summary>
    public int FrameBytes => Width * Height * 4;

    /// <summary>The pixel format of painted frames, in ffmpeg's words.</summary>
    public string PixelFormat => Plan.HasAlpha ? "rgba" : "rgb0";
}
