using System.Collections.Immutable;
using Hang.Core.Evaluation;
using Hang.Core.Handoff;
using Hang.Media.Frames;
using Hang.Media.Kinds;

namespace Hang.Media.Rendering;

/// <summary>
/// A long handoff as parts that are rendered apart and joined without encoding again. A part begins with a frame that needs no other, and where only some
/// frames are such, all of a group are in one part.
/// </summary>
public static class Chunks
{
    // Fewer frames, or fewer pixels, are not worth an encoder of their own: those of 16 frames of 960 x 540.
    private const int LeastDistinct = 8,
        LeastPixels = 16 * 960 * 540,
        Most = 64,
        Share = 2;

    /// <summary>While others wait that idle workers can take, only a part so many times as large is worth it.</summary>
    private const int WhileOthersWait = 8;

    /// <summary>
    /// Frames of each part. Each has the share of what is left that lets all workers take one more after it: large ones first, and small ones last, so that
    /// nobody waits long for whoever took the last. No cut is within equal neighbours where a cut may be anywhere.
    /// </summary>
    /// <param name="workers">How many can help.</param>
    /// <param name="othersWait">Whether there are handoffs that nobody has taken yet.</param>
    /// <returns>One part where cutting does not pay, or the kind cannot be joined.</returns>
    public static ImmutableArray<int> Lengths(Evaluator evaluator, HandoffPlan plan, int workers, bool othersWait = false)
    {
        var group = MediaKinds.Of(plan.Kind).Group(plan.Rate(evaluator.Graphic.Rate));
        if (workers < 2 || group == 0)
        {
            return [plan.Frames];
        }
        var runs = FramePipeline.Runs(evaluator, plan).Select(r => r.Times).ToArray();
        var (width, height) = plan.Size(evaluator.Graphic);
        var least = Math.Max(LeastDistinct, LeastPixels / Math.Max(1L, (long)width * height)) * (othersWait ? WhileOthersWait : 1);
        var ends = Cuts(runs.Length, (int)Math.Max(least, (runs.Length + Most - 1L) / Most), workers)
            .Select(distinct => (runs[..distinct].Sum() + group / 2) / group * group)
            .Where(end => end > 0 && end < plan.Frames)
            .Distinct()
            .Append(plan.Frames)
            .ToArray();
        return [.. ends.Select((end, i) => end - (i == 0 ? 0 : ends[i - 1]))];
    }

    /// <summary>Where parts end but for the last, in distinct frames; none has fewer than a number of them.</summary>
    private static IEnumerable<int> Cuts(int distinct, int least, int workers)
    {
        for (var at = 0; ; )
        {
            at += Math.Max(least, (distinct - at) / (Share * workers));
            if (distinct - at < least)
            {
                yield break;
            }
            yield return at;
        }
    }

    /// <summary>The plan of a part.</summary>
    /// <param name="first">Place of its first frame in the file.</param>
    public static HandoffPlan Part(HandoffPlan plan, int first, int frames) =>
        plan with
        {
            From = plan.FrameAt(first),
            To = plan.FrameAt(first + frames - 1),
            // The sound is put in where the parts are joined.
            Silent = true,
            FirstNumber = plan.FirstNumber is { } number ? number + first : null,
        };

    /// <summary>What a part's file is called behind the dot.</summary>
    public static string Extension(FileKind kind) => MediaKinds.Of(kind).PartExtension ?? FileNames.Extension(kind);

    /// <summary>Joins rendered parts, and the sound, into the file that one worker would have made.</summary>
    /// <exception cref="Scene.ProblemException">A part cannot be read, or does not go with the others.</exception>
    public static Task JoinAsync(Delivery delivery, IReadOnlyList<string> parts, CancellationToken cancel) =>
        MediaKinds.Of(delivery.Plan.Kind).JoinAsync(delivery, parts, cancel);
}
