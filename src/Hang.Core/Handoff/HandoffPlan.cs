using System.Collections.Immutable;
using System.Text.Json.Serialization;
using Hang.Core.Documents;
using Hang.Scene;
using Hang.Scene.Colour;
using Hang.Scene.Time;

namespace Hang.Core.Handoff;

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
    /// <summary>The greatest number that a still of a sequence may have.</summary>
    public const int MostNumber = 9_999_999;

    /// <summary>True: colour is multiplied by alpha in the file.</summary>
    public bool Premultiplied { get; init; }

    /// <summary>Number of a sequence's first still, 0..<see cref="MostNumber"/>; null for its frame in the graphic.</summary>
    public int? FirstNumber { get; init; }

    /// <summary>Timecode of the file's first frame (SMPTE ST 12-1); null for that of the frame in the graphic.</summary>
    public string? Timecode { get; init; }

    /// <summary>True: a kind that players repeat is shown once.</summary>
    public bool Once { get; init; }

    /// <summary>True: the graphic's sound is left out.</summary>
    public bool Silent { get; init; }

    /// <summary>Number of frames in the file.</summary>
    [JsonIgnore]
    public int Frames => Only.IsDefaultOrEmpty ? (To - From) / Every + 1 : Only.Length;

    /// <summary>Takes only every n-th frame, n being 1 or more: for a kind that holds fewer frames a second.</summary>
    [JsonIgnore]
    public int Every { get; init; } = 1;

    /// <summary>Takes only these frames of the graphic, in rising order: a forecast samples with it. Empty for all.</summary>
    [JsonIgnore]
    public ImmutableArray<int> Only { get; init; } = [];

    /// <summary>The frame of the graphic that is shown at a place in the file.</summary>
    /// <param name="index">0..<see cref="Frames"/> - 1.</param>
    public int FrameAt(int index) => Only.IsDefaultOrEmpty ? From + index * Every : Only[index];

    /// <summary>True when the file carries alpha.</summary>
    [JsonIgnore]
    public bool HasAlpha => Backing.Kind == BackingKind.None;

    /// <summary>The whole graphic.</summary>
    public static HandoffPlan Whole(Graphic graphic, FileKind kind, Backing backing) => new(kind, backing, 0, graphic.Phases.Total - 1);

    /// <summary>Width and height of the file in pixels.</summary>
    public (int Width, int Height) Size(Graphic graphic) => (Side(graphic.Width), Side(graphic.Height));

    /// <summary>Frames a second of the file: the graphic's, or a whole part of it where the kind holds no more.</summary>
    public FrameRate Rate(FrameRate rate)
    {
        var thin = Thinning(rate);
        return rate.Numerator % thin == 0 ? new(rate.Numerator / thin, rate.Denominator) : new(rate.Numerator, rate.Denominator * thin);
    }

    /// <summary>The frame that the file's first timecode names.</summary>
    /// <exception cref="ProblemException"><see cref="Timecode"/> is none of this rate.</exception>
    public int FirstTimecode(FrameRate rate)
    {
        try
        {
            return Timecode is null ? From : Scene.Time.Timecode.Parse(Timecode, rate);
        }
        catch (ProblemException e)
        {
            throw new ProblemException(e.Problem with { Field = "timecode" });
        }
    }

    /// <summary>The plan as it is carried out: with every second frame where the kind holds no more.</summary>
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
            throw new ProblemException($"A scale of {Scale} is outside what Hang renders.", $"Use 0.05 to 2.", field: "scale");
        }
        if (FirstNumber is < 0 or > MostNumber)
        {
            throw new ProblemException($"Stills cannot be counted from {FirstNumber}.", $"Count from 0 to {MostNumber}.", field: "firstNumber");
        }
        _ = FirstTimecode(graphic.Rate);
        _ = Backing.Behind();
        var (width, height) = Size(graphic);
        FileKinds.Demand(this, width, height);
        var thin = Thinning(graphic.Rate);
        return Every % thin == 0 ? this : this with { Every = Every * thin };
    }

    private int Thinning(FrameRate rate) => (int)Math.Ceiling(rate.PerSecond / FileKinds.Of(Kind).MostRate - 1e-9);

    private int Side(int side) => Math.Max(1, (int)Math.Round(side * Scale));
}
