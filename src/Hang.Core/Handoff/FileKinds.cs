using System.Collections.Immutable;
using Hang.Scene;
using Hang.Scene.Json;

namespace Hang.Core.Handoff;

/// <summary>The facts of every kind of file, in the order in which they are offered.</summary>
public static class FileKinds
{
    // The tolerances were measured on Hang's own demo with the shipped encoders, then rounded up; no published source. Of 4:2:0 single pixels at saturated
    // edges may be far off in colour; luma has the full resolution and is judged by blocks: a right file is within 1.5 in every block, one full stop too
    // many is 15 off, another letter 39.
    private static readonly ProofTolerance Exact = new(0.51, 0.01, 0);

    public static ImmutableArray<FileKindFacts> All { get; } =
    [
        new(FileKind.Prores, "MOV, ProRes 4444", "mov", AlphaRoom.Full, new(6, 0.75, 0.51), "What most editing suites take; alpha of 16 bits.")
        {
            Sound = SoundRoom.Pcm,
            MayBePremultiplied = true,
            HasTimecode = true,
        },
        new(FileKind.ProresHq, "MOV, ProRes 422 HQ", "mov", AlphaRoom.None, new(24, 0.5, 0.51, 3, 0.6), "Opaque: for a graphic over a solid or key colour.")
        {
            Sound = SoundRoom.Pcm,
            HasTimecode = true,
            NeedsEvenWidth = true,
        },
        new(FileKind.PngMovie, "MOV, PNG", "mov", AlphaRoom.Full, Exact, "Exact and small; not every suite plays it in real time.")
        {
            Sound = SoundRoom.Pcm,
            MayBePremultiplied = true,
            HasTimecode = true,
        },
        new(FileKind.RleMovie, "MOV, run-length coded", "mov", AlphaRoom.Full, Exact, "Exact; an old kind that old suites take too.")
        {
            Sound = SoundRoom.Pcm,
            MayBePremultiplied = true,
            HasTimecode = true,
        },
        new(FileKind.Png, "PNG sequence", "zip", AlphaRoom.Full, Exact, "A still per frame, in a folder in a zip; every program reads it.")
        {
            Sound = SoundRoom.Beside,
            IsSequence = true,
        },
        new(FileKind.Tiff, "TIFF sequence", "zip", AlphaRoom.Full, Exact, "A still per frame, in a folder in a zip; may be premultiplied.")
        {
            Sound = SoundRoom.Beside,
            IsSequence = true,
            MayBePremultiplied = true,
        },
        new(FileKind.Pair, "Fill and key, two MOV", "zip", AlphaRoom.Full, new(24, 0.5, 4, 3, 0.6), "The picture and its alpha as grey, for a vision mixer.")
        {
            Sound = SoundRoom.Pcm,
            OtherEndings = ["mov"],
            NeedsAlpha = true,
            MayBePremultiplied = true,
            HasTimecode = true,
            NeedsEvenWidth = true,
        },
        new(FileKind.Webm, "WebM, VP9 with alpha", "webm", AlphaRoom.Full, new(120, 1.5, 96, 9, 1.5), "Small; what web pages play.")
        {
            Sound = SoundRoom.Opus,
            HasTimecode = true,
            NeedsEvenSides = true,
        },
        new(FileKind.Mp4, "MP4, H.264", "mp4", AlphaRoom.None, new(120, 1.5, 0.51, 9, 1.5), "Small and opaque; no transparency is possible.")
        {
            Sound = SoundRoom.Aac,
            HasTimecode = true,
            NeedsEvenSides = true,
        },
        new(FileKind.Apng, "Animated PNG", "apng", AlphaRoom.Full, Exact, "Exact, with soft edges; every browser shows it.")
        {
            OtherEndings = ["png"],
            MayLoop = true,
        },
        new(FileKind.Webp, "Animated WebP", "webp", AlphaRoom.Full, Exact, "Exact, with soft edges; smaller than animated PNG, and every browser shows it.")
        {
            MayLoop = true,
            MostSide = 16383,
        },
        new(
            FileKind.Gif,
            "GIF",
            "gif",
            AlphaRoom.OneBit,
            new(255, 24, 0.51, 16),
            "256 colours and hard edges: no soft shadow, no anti-aliasing against the page; 50 frames a second at most."
        )
        {
            MayLoop = true,
            MostRate = 50,
        },
        new(FileKind.Ffv1, "Matroska, FFV1", "mkv", AlphaRoom.Full, Exact, "Exact, with checksums: for keeping.") { Sound = SoundRoom.Pcm, HasTimecode = true },
        new(FileKind.Still, "PNG still", "png", AlphaRoom.Full, Exact, "One frame."),
    ];

    private static ImmutableDictionary<FileKind, FileKindFacts> ByKind { get; } = All.ToImmutableDictionary(f => f.Kind);

    public static FileKindFacts Of(FileKind kind) => ByKind[kind];

    /// <summary>The kind that a file's ending says; where several have it, the one that is asked for, else the first.</summary>
    /// <param name="ending">With its dot.</param>
    /// <param name="asked">The kind that must be meant, or null.</param>
    /// <exception cref="ProblemException">The ending says no kind, or another one than is asked for.</exception>
    public static FileKind ByEnding(string ending, FileKind? asked)
    {
        var said = All.Where(f => f.Endings.Contains(ending.TrimStart('.').ToLowerInvariant())).Select(f => f.Kind).ToArray();
        if (said.Length == 0)
        {
            throw new ProblemException(
                ending.Length == 0 ? (Sentence)$"The file's name has no ending." : $"{Quoted.Short(ending)} is no ending of a file that Hang makes.",
                $"End it with {string.Join(", ", All.SelectMany(f => f.Endings).Distinct().Select(e => "." + e))}.",
                field: "--out"
            );
        }
        if (asked is null || said.Contains(asked.Value))
        {
            // PNG as an ending alone is a still; the animated one has its own ending too.
            return asked ?? (said.Contains(FileKind.Still) ? FileKind.Still : said[0]);
        }
        throw new ProblemException(
            $"A file of kind {JsonName.Of(asked.Value)} does not end with {ending}.",
            $"End it with .{Of(asked.Value).Ending}, or leave --kind out.",
            field: "--kind"
        );
    }

    /// <summary>Demands that a kind can hold what a plan asks of it.</summary>
    /// <exception cref="ProblemException">It cannot; the message says why and what does.</exception>
    public static void Demand(HandoffPlan plan, int width, int height)
    {
        var facts = Of(plan.Kind);
        if (facts.Alpha == AlphaRoom.None && plan.HasAlpha)
        {
            throw new ProblemException(
                $"{facts.Term} cannot be transparent: the format has no alpha.",
                $"Choose a solid or key colour as backing, or take MOV with ProRes 4444 for real transparency.",
                field: "backing"
            );
        }
        if (facts.NeedsAlpha && !plan.HasAlpha)
        {
            throw new ProblemException(
                $"{facts.Term} is made from the graphic's transparency, and over a backing there is none.",
                $"Choose no backing, or another kind of file.",
                field: "backing"
            );
        }
        if (plan.Premultiplied && !(facts.MayBePremultiplied && plan.HasAlpha))
        {
            throw new ProblemException(
                plan.HasAlpha
                    ? (Sentence)$"{facts.Term} always has straight alpha."
                    : $"Over a backing there is no alpha that colour could be premultiplied with.",
                $"Choose straight alpha.",
                field: "premultiplied"
            );
        }
        if ((facts.NeedsEvenSides && (width % 2 != 0 || height % 2 != 0)) || (facts.NeedsEvenWidth && width % 2 != 0))
        {
            throw new ProblemException(
                facts.NeedsEvenSides
                    ? (Sentence)$"{facts.Term} needs even sides; this file would be {width} x {height}."
                    : $"{facts.Term} needs an even width; this file would be {width} x {height}.",
                $"Change the size or scale to an even one, or take ProRes 4444 or PNG.",
                field: "kind"
            );
        }
        if (Math.Max(width, height) > facts.MostSide)
        {
            throw new ProblemException(
                $"{facts.Term} is at most {facts.MostSide} pixels wide and high; this file would be {width} x {height}.",
                $"Take a smaller scale.",
                field: "scale"
            );
        }
        if (plan.Kind == FileKind.Still && plan.From != plan.To)
        {
            throw new ProblemException($"A still is one frame.", $"Give one frame as the range.", field: "range");
        }
    }
}
