using System.Text.Json.Serialization;
using Hang.Core.Colour;
using Hang.Core.Documents;

namespace Hang.Core.Handoff;

/// <summary>The kinds of file that Hang hands off.</summary>
public enum FileKind
{
    /// <summary>A sequence of PNG stills (ISO/IEC 15948) in a zip; straight alpha.</summary>
    Png,

    /// <summary>MOV with ProRes 4444 (SMPTE RDD 36); straight alpha of 16 bits.</summary>
    Prores,

    /// <summary>MP4 with H.264, 4:2:0, no alpha.</summary>
    Mp4,
}

/// <summary>What is rendered behind a graphic.</summary>
public enum BackingKind
{
    /// <summary>Nothing: the file carries alpha.</summary>
    None,

    /// <summary>A solid colour.</summary>
    Solid,

    /// <summary>A colour that the editor keys out.</summary>
    Key,
}

/// <summary>What is rendered behind a graphic, and its colour.</summary>
/// <param name="Colour">#RRGGBB; null only for <see cref="BackingKind.None"/>.</param>
public sealed record Backing(BackingKind Kind, string? Colour = null)
{
    public static Backing None { get; } = new(BackingKind.None);

    /// <summary>The opaque colour behind the graphic, or null for none.</summary>
    /// <exception cref="ProblemException">The colour is no colour, or missing.</exception>
    public Rgba? Behind() => Kind == BackingKind.None ? null : Rgba.Parse(Colour ?? "", "backing") with { A = 1 };
}

/// <summary>All that decides what a delivered file is.</summary>
/// <param name="From">First frame.</param>
/// <param name="To">Last frame.</param>
/// <param name="Scale">Size of the file as a fraction of the graphic's, 0.05..2.</param>
public sealed record HandoffPlan(FileKind Kind, Backing Backing, int From, int To, double Scale = 1)
{
    /// <summary>Number of frames in the file.</summary>
    [JsonIgnore]
    public int Frames => (To - From) / Every + 1;

    /// <summary>Takes only every n-th frame, n being 1 or more; a forecast samples with it.</summary>
    [JsonIgnore]
    public int Every { get; init; } = 1;

    /// <summary>True when the file carries alpha.</summary>
    [JsonIgnore]
    public bool HasAlpha => Backing.Kind == BackingKind.None;

    /// <summary>The whole graphic.</summary>
    public static HandoffPlan Whole(Graphic graphic, FileKind kind, Backing backing) => new(kind, backing, 0, graphic.Phases.Total - 1);

    /// <summary>Width and height of the file in pixels.</summary>
    public (int Width, int Height) Size(Graphic graphic) => (Side(graphic.Width), Side(graphic.Height));

    /// <summary>Returns the plan, unchanged.</summary>
    /// <exception cref="ProblemException">The plan cannot be carried out for this graphic.</exception>
    public HandoffPlan Demand(Graphic graphic)
    {
        var last = graphic.Phases.Total - 1;
        if (From < 0 || To < From || To > last)
        {
            throw new ProblemException($"The range {From}-{To} is not within the graphic.", $"Use frames from 0 to {last}.", field: "range");
        }
        if (!(Scale >= 0.05 && Scale <= 2))
        {
            throw new ProblemException($"A scale of {Scale} is outside what Hang renders.", "Use 0.05 to 2.", field: "scale");
        }
        _ = Backing.Behind();
        var (width, height) = Size(graphic);
        if (Kind == FileKind.Mp4 && HasAlpha)
        {
            throw new ProblemException(
                "MP4 with H.264 cannot be transparent: the format has no alpha.",
                "Choose a solid or key colour as backing, or take MOV with ProRes 4444 for real transparency.", field: "backing");
        }
        if (Kind == FileKind.Mp4 && (width % 2 != 0 || height % 2 != 0))
        {
            throw new ProblemException(
                $"MP4 with H.264 needs even sides; this file would be {width} x {height}.",
                "Change the size or scale to an even one, or take MOV or PNG.", field: "kind");
        }
        return this;
    }

    private int Side(int side) => Math.Max(1, (int)Math.Round(side * Scale));
}
