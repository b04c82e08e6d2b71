using System.Collections.Immutable;
using System.Globalization;
using Hang.Core.Evaluation;
using Hang.Core.Handoff;
using Hang.Media.Kinds;
using Hang.Media.Rendering;
using Hang.Paint.Pictures;

namespace Hang.Media.Proofs;

/// <summary>A proof with its pictures.</summary>
/// <param name="Strip">PNG: some frames of the file over light and dark.</param>
/// <param name="SideBySide">PNG by frame: the first differing frames, meant on the left, found on the right.</param>
public sealed record ProofResult(Proof Proof, byte[] Strip, ImmutableSortedDictionary<int, byte[]> SideBySide);

/// <summary>Decodes a delivered file again and compares it, frame by frame, with what the painter paints.</summary>
public static class Prover
{
    private const int StripFrames = 6;

    /// <param name="path">The delivered file, zip or folder.</param>
    /// <param name="progress">Told the number of frames compared.</param>
    /// <exception cref="Core.ProblemException">The file cannot be decoded at all.</exception>
    public static async Task<ProofResult> ProveAsync(
        Evaluator evaluator, HandoffPlan plan, PictureShelf pictures, string path, IProgress<int>? progress = null, CancellationToken cancel = default)
    {
        plan = plan.Demand(evaluator.Graphic);
        var delivery = Delivery.Of(evaluator.Graphic, plan, NameCard.Of(evaluator.Graphic, plan, evaluator.Graphic.Name), path, "");
        var (width, height) = (delivery.Width, delivery.Height);
        var kind = MediaKinds.Of(plan.Kind);
        var facts = new List<ProofFact>(await kind.FactsAsync(delivery, cancel));
        var tolerance = ProofTolerance.For(plan.Kind);
        var errors = ImmutableArray.CreateBuilder<FrameError>(plan.Frames);
        var sides = ImmutableSortedDictionary.CreateBuilder<int, byte[]>();
        var strip = new List<byte[]>();
        var stripAt = Enumerable.Range(0, Math.Min(StripFrames, plan.Frames)).Select(i => (int)((i + 0.5) * plan.Frames / Math.Min(StripFrames, plan.Frames))).ToHashSet();
        double least = 255, greatest = 0;
        var found = 0;
        using var meant = new PaintedFrame(width, height, plan, pictures);
        await using var decoded = kind.ReadAsync(delivery, cancel).GetAsyncEnumerator(cancel);
        var left = 0;
        foreach (var (scene, times) in FramePipeline.Runs(evaluator, plan))
        {
            meant.Paint(scene);
            kind.Reduce(meant.Pixels);
            for (var still = times; still > 0;)
            {
                if (left == 0)
                {
                    if (!await decoded.MoveNextAsync())
                    {
                        break;
                    }
                    left = decoded.Current.Times;
                    var (low, high) = decoded.Current.Frame.AlphaRange();
                    (least, greatest) = (Math.Min(least, low), Math.Max(greatest, high));
                }
                var frame = decoded.Current.Frame;
                var both = Math.Min(left, still);
                if (both > 0)
                {
                    // Where neither changes, one comparison tells of all.
                    var error = frame.Compare(meant.Pixels, plan.FrameAt(found));
                    for (var i = 0; i < both; i++, found++)
                    {
                        errors.Add(error with { Frame = plan.FrameAt(found) });
                        if (stripAt.Contains(found))
                        {
                            strip.Add(frame.ToRgba());
                        }
                    }
                    if (sides.Count < Proof.MostShown && tolerance.Refuses(error))
                    {
                        sides[error.Frame] = ProofPictures.SideBySide(meant.Pixels.ToArray(), frame.ToRgba(), width, height);
                    }
                }
                left -= both;
                still -= both;
                progress?.Report(found);
            }
        }
        found += left;
        while (await decoded.MoveNextAsync())
        {
            found += decoded.Current.Times;
        }
        facts.Insert(0, ProofFact.Of("number of frames", plan.Frames, found));
        facts.Add(plan.HasAlpha
            ? new("alpha range", "within 0 to 255", string.Create(CultureInfo.InvariantCulture, $"{least:0} to {greatest:0}"), true)
            : new("alpha", "none: every pixel opaque", least >= 254.5 ? "every pixel opaque" : string.Create(CultureInfo.InvariantCulture, $"down to {least:0}"), least >= 254.5));
        var proof = Proof.Of([.. facts], errors.ToImmutable(), tolerance);
        return new(proof, ProofPictures.Strip(strip, width, height), sides.ToImmutable());
    }
}
