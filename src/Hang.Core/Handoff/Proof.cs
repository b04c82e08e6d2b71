using System.Collections.Immutable;
using Hang.Scene;

namespace Hang.Core.Handoff;

/// <summary>One thing that was compared.</summary>
/// <param name="Name">What.</param>
/// <param name="Meant">What the plan asks for.</param>
/// <param name="Found">What the decoded file has.</param>
public sealed record ProofFact(Sentence Name, Sentence Meant, Sentence Found, bool Holds)
{
    /// <summary>A fact that holds when both are the same text.</summary>
    public static ProofFact Of(Sentence name, Sentence meant, Sentence found) => new(name, meant, found, meant.ToString() == found.ToString());
}

/// <summary>How far one decoded frame is from the painter's. Errors are in steps of 1/255.</summary>
/// <param name="Frame">Frame of the graphic.</param>
/// <param name="WorstColour">Largest error of a colour component, weighed by alpha, since colour under zero alpha is not seen.</param>
/// <param name="MeanColour">Mean error of the colour components, weighed by alpha.</param>
/// <param name="WorstBlock">Largest mean error of luma (ITU-R BT.709-6, item 3.2) or of alpha within a block of 8 x 8 pixels; 0 where it is not judged.</param>
public sealed record FrameError(int Frame, double WorstColour, double MeanColour, double WorstAlpha, double MeanAlpha, double WorstBlock = 0)
{
    /// <summary>
    /// Share of the frame's pixels, 0..1, whose R'G'B' or luma leaves the preferred range of EBU R 103 (-5 to 105 %, luma -1 to 103 %); 0 where it is not
    /// judged.
    /// </summary>
    public double OutOfRange { get; init; }

    /// <summary>
    /// Largest mean by which one of 32 shades of luma is lighter or darker than it can be at best, in steps of 1/255; 0 where it is not judged.
    /// </summary>
    public double WorstShade { get; init; }
}

/// <summary>The check of a delivered file: decoded again and compared with what was meant.</summary>
/// <param name="Differing">First frames outside the kind's tolerance, at most <see cref="MostShown"/>.</param>
public sealed record Proof(
    ImmutableArray<ProofFact> Facts,
    double WorstColour,
    double MeanColour,
    double WorstAlpha,
    double MeanAlpha,
    ImmutableArray<int> Differing,
    ImmutableArray<FrameError> Frames
)
{
    /// <summary>The worst rim over any wall, in the frames that the strip shows; null in proofs from before rims were looked for, and over a backing.</summary>
    public RimError? Rim { get; init; }

    /// <summary>So much of a frame may be out of range (EBU R 103).</summary>
    public const double MostOutOfRange = 0.01;

    /// <summary>How many differing frames are shown side by side.</summary>
    public const int MostShown = 3;

    /// <summary>True when every fact holds and no frame differs.</summary>
    public bool Holds => Differing.IsEmpty && Facts.All(f => f.Holds);

    /// <summary>The verdict in one sentence.</summary>
    public Sentence Verdict =>
        Holds ? (Sentence)$"The file is what was meant: {Frames.Length} frames, colour within {WorstColour:0.0} and alpha within {WorstAlpha:0.0} of 255."
        : Facts.FirstOrDefault(f => !f.Holds) is { } fact ? (Sentence)$"The file is not what was meant: {fact.Name} should be {fact.Meant} and is {fact.Found}."
        : $"The file is not what was meant: {Differing.Length} frames differ, the first is frame {Differing[0]}.";

    /// <summary>Adds up the frames' errors.</summary>
    public static Proof Of(ImmutableArray<ProofFact> facts, ImmutableArray<FrameError> frames, ProofTolerance tolerance) =>
        new(
            facts,
            frames.Select(f => f.WorstColour).DefaultIfEmpty().Max(),
            frames.Select(f => f.MeanColour).DefaultIfEmpty().Average(),
            frames.Select(f => f.WorstAlpha).DefaultIfEmpty().Max(),
            frames.Select(f => f.MeanAlpha).DefaultIfEmpty().Average(),
            [.. frames.Where(tolerance.Refuses).Select(f => f.Frame)],
            frames
        );
}

/// <summary>The error that a kind of file may have, in steps of 1/255; beyond it a frame counts as differing.</summary>
public sealed record ProofTolerance(
    double WorstColour,
    double MeanColour,
    double WorstAlpha,
    double WorstBlock = double.PositiveInfinity,
    double WorstShade = double.PositiveInfinity
)
{
    /// <summary>True when a frame's error is more than the codec's own.</summary>
    public bool Refuses(FrameError e) =>
        e.WorstColour > WorstColour || e.MeanColour > MeanColour || e.WorstAlpha > WorstAlpha || e.WorstBlock > WorstBlock || e.WorstShade > WorstShade;

    public static ProofTolerance For(FileKind kind) => FileKinds.Of(kind).Tolerance;
}
