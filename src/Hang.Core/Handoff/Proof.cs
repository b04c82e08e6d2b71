using System.Collections.Immutable;

namespace Hang.Core.Handoff;

/// <summary>One thing that was compared.</summary>
/// <param name="Name">What.</param>
/// <param name="Meant">What the plan asks for.</param>
/// <param name="Found">What the decoded file has.</param>
public sealed record ProofFact(string Name, string Meant, string Found, bool Holds);

/// <summary>How far one decoded frame is from the painter's. Errors are in steps of 1/255.</summary>
/// <param name="Frame">Frame of the graphic.</param>
/// <param name="WorstColour">Largest error of a colour component, weighed by alpha, since colour under zero alpha is not seen.</param>
/// <param name="MeanColour">Mean error of the colour components, weighed by alpha.</param>
/// <param name="WorstBlock">Largest mean error of luma (ITU-R BT.709-6, item 3.2) within a block of 8 x 8 pixels; 0 where it is not judged.</param>
public sealed record FrameError(int Frame, double WorstColour, double MeanColour, double WorstAlpha, double MeanAlpha, double WorstBlock = 0);

/// <summary>The check of a delivered file: decoded again and compared with what was meant.</summary>
/// <param name="Differing">First frames outside the kind's tolerance, at most <see cref="MostShown"/>.</param>
public sealed record Proof(
    ImmutableArray<ProofFact> Facts, double WorstColour, double MeanColour, double WorstAlpha, double MeanAlpha,
    ImmutableArray<int> Differing, ImmutableArray<FrameError> Frames)
{
    /// <summary>How many differing frames are shown side by side.</summary>
    public const int MostShown = 3;

    /// <summary>True when every fact holds and no frame differs.</summary>
    public bool Holds => Differing.IsEmpty && Facts.All(f => f.Holds);

    /// <summary>The verdict in one sentence.</summary>
    public string Verdict => Holds
        ? $"The file is what was meant: {Frames.Length} frames, colour within {WorstColour:0.0} and alpha within {WorstAlpha:0.0} of 255."
        : Facts.FirstOrDefault(f => !f.Holds) is { } fact
            ? $"The file is not what was meant: {fact.Name} should be {fact.Meant} and is {fact.Found}."
            : $"The file is not what was meant: {Differing.Length} frames differ, the first is frame {Differing[0]}.";

    /// <summary>Adds up the frames' errors.</summary>
    public static Proof Of(ImmutableArray<ProofFact> facts, ImmutableArray<FrameError> frames, ProofTolerance tolerance) => new(
        facts,
        frames.Select(f => f.WorstColour).DefaultIfEmpty().Max(), frames.Select(f => f.MeanColour).DefaultIfEmpty().Average(),
        frames.Select(f => f.WorstAlpha).DefaultIfEmpty().Max(), frames.Select(f => f.MeanAlpha).DefaultIfEmpty().Average(),
        [.. frames.Where(tolerance.Refuses).Select(f => f.Frame)],
        frames);
}

/// <summary>The error that a kind of file may have, in steps of 1/255; beyond it a frame counts as differing.</summary>
/// <remarks>Measured on Hang's own demo with the shipped encoder settings, then rounded up; no published source.</remarks>
public sealed record ProofTolerance(double WorstColour, double MeanColour, double WorstAlpha, double WorstBlock = double.PositiveInfinity)
{
    /// <summary>True when a frame's error is more than the codec's own.</summary>
    public bool Refuses(FrameError e) => e.WorstColour > WorstColour || e.MeanColour > MeanColour || e.WorstAlpha > WorstAlpha || e.WorstBlock > WorstBlock;

    public static ProofTolerance For(FileKind kind) => kind switch
    {
        FileKind.Png => new(0.51, 0.01, 0),
        FileKind.Prores => new(6, 0.75, 0.51),
        // 4:2:0 halves the resolution of colour, so single pixels at saturated edges may be far off; luma has all of it. Measured: a right file is within 1.5 in every block, one
        // full stop too many is 15 off, another letter 39.
        _ => new(160, 4, 0, 5),
    };
}
