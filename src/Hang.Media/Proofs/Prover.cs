using System.Collections.Immutable;
using System.Globalization;
using Hang.Core.Evaluation;
using Hang.Core.Handoff;
using Hang.Media.Probing;
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

    /// <param name="path">The delivered file; for PNG the zip.</param>
    /// <param name="progress">Told the number of frames compared.</param>
    /// <exception cref="Core.ProblemException">The file cannot be decoded at all.</exception>
    public static async Task<ProofResult> ProveAsync(
        Evaluator evaluator, HandoffPlan plan, PictureShelf pictures, string path, IProgress<int>? progress = null, CancellationToken cancel = default)
    {
        var (width, height) = plan.Size(evaluator.Graphic);
        var facts = ImmutableArray.CreateBuilder<ProofFact>();
        if (plan.Kind != FileKind.Png)
        {
            facts.AddRange(Facts(await FileProbe.ReadAsync(path, cancel), plan, evaluator.Graphic.Rate.ToString(), width, height));
        }
        var tolerance = ProofTolerance.For(plan.Kind);
        var errors = ImmutableArray.CreateBuilder<FrameError>(plan.Frames);
        var sides = ImmutableSortedDictionary.CreateBuilder<int, byte[]>();
        var strip = new List<byte[]>();
        var stripAt = Enumerable.Range(0, Math.Min(StripFrames, plan.Frames)).Select(i => (int)((i + 0.5) * plan.Frames / Math.Min(StripFrames, plan.Frames))).ToHashSet();
        double least = 255, greatest = 0;
        var found = 0;
        using var meant = new PaintedFrame(width, height, plan, pictures);
        await using var decoded = DecodedFrames.ReadAsync(path, plan.Kind, width, height, cancel).GetAsyncEnumerator(cancel);
        foreach (var (scene, times) in FramePipeline.Runs(evaluator, plan))
        {
            meant.Paint(scene);
            for (var i = 0; i < times && await decoded.MoveNextAsync(); i++)
            {
                var frame = decoded.Current;
                var error = frame.Compare(meant.Pixels, plan.From + found);
                errors.Add(error);
                var (low, high) = frame.AlphaRange();
                (least, greatest) = (Math.Min(least, low), Math.Max(greatest, high));
                if (stripAt.Contains(found))
                {
                    strip.Add(frame.ToRgba());
                }
                if (sides.Count < Proof.MostShown && tolerance.Refuses(error))
                {
                    sides[error.Frame] = ProofPictures.SideBySide(meant.Pixels.ToArray(), frame.ToRgba(), width, height);
                }
                found++;
                progress?.Report(found);
            }
        }
        while (await decoded.MoveNextAsync())
        {
            found++;
        }
        facts.Insert(0, Fact("number of frames", plan.Frames, found));
        facts.Add(plan.HasAlpha
            ? new("alpha range", "within 0 to 255", string.Create(CultureInfo.InvariantCulture, $"{least:0} to {greatest:0}"), true)
            : new("alpha", "none: every pixel opaque", least >= 254.5 ? "every pixel opaque" : string.Create(CultureInfo.InvariantCulture, $"down to {least:0}"), least >= 254.5));
        var proof = Proof.Of(facts.ToImmutable(), errors.ToImmutable(), tolerance);
        return new(proof, ProofPictures.Strip(strip, width, height), sides.ToImmutable());
    }

    private static IEnumerable<ProofFact> Facts(FileProbe probe, HandoffPlan plan, string rate, int width, int height)
    {
        var prores = plan.Kind == FileKind.Prores;
        yield return Fact("frame rate", rate.Contains('/', StringComparison.Ordinal) ? rate : rate + "/1", probe.Rate);
        yield return Fact("size", $"{width} x {height}", $"{probe.Width} x {probe.Height}");
        yield return Fact("codec", prores ? "prores ap4h" : "h264 avc1", $"{probe.Codec} {probe.Tag}");
        yield return Fact("alpha plane", plan.HasAlpha ? "yes" : "no", probe.HasAlpha ? "yes" : "no");
        yield return Fact("colour tags", "bt709, bt709, bt709", $"{probe.Matrix}, {probe.Transfer}, {probe.Primaries}");
    }

    private static ProofFact Fact(string name, object meant, object found)
    {
        var (m, f) = (Convert.ToString(meant, CultureInfo.InvariantCulture)!, Convert.ToString(found, CultureInfo.InvariantCulture)!);
        return new(name, m, f, m == f);
    }
}
