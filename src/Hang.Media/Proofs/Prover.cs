using System.Collections.Immutable;
using System.Globalization;
using System.Threading.Channels;
using Hang.Core.Evaluation;
using Hang.Core.Handoff;
using Hang.Media.Kinds;
using Hang.Media.Rendering;
using Hang.Media.Sounds;
using Hang.Paint.Pictures;

namespace Hang.Media.Proofs;

/// <summary>A proof with its pictures.</summary>
/// <param name="Strip">PNG: some frames of the file over light and dark.</param>
/// <param name="SideBySide">PNG by frame: the first differing frames, meant on the left, found on the right.</param>
public sealed record ProofResult(Proof Proof, byte[] Strip, ImmutableSortedDictionary<int, byte[]> SideBySide)
{
    /// <summary>PNG: the place of the worst rim, enlarged, meant on the left, found on the right; null where there is none.</summary>
    public byte[]? Rim { get; init; }
}

/// <summary>Decodes a delivered file again and compares it, frame by frame, with what the painter paints.</summary>
public static class Prover
{
    private const int Ahead = 2;

    /// <param name="path">The delivered file, zip or folder.</param>
    /// <param name="progress">Told the number of frames compared.</param>
    /// <param name="sounds">Where the graphic's sounds are heard; needed when it has any.</param>
    /// <exception cref="Core.ProblemException">The file cannot be decoded at all.</exception>
    public static async Task<ProofResult> ProveAsync(
        Evaluator evaluator, HandoffPlan plan, PictureShelf pictures, string path, IProgress<int>? progress = null, SoundShelf? sounds = null, CancellationToken cancel = default)
    {
        plan = plan.Demand(evaluator.Graphic);
        var delivery = Delivery.Of(evaluator.Graphic, plan, NameCard.Of(evaluator.Graphic, plan, evaluator.Graphic.Name), path, "");
        var (width, height) = (delivery.Width, delivery.Height);
        var kind = MediaKinds.Of(plan.Kind);
        var facts = new List<ProofFact>(await kind.FactsAsync(delivery, cancel));
        var tolerance = ProofTolerance.For(plan.Kind);
        var comparing = new Comparison(plan, width, height, pictures, kind, tolerance);
        var (found, least, greatest) = (0, 255.0, 0.0);
        var ahead = Channel.CreateBounded<DecodedRun>(Ahead);
        using var stop = CancellationTokenSource.CreateLinkedTokenSource(cancel);
        var decoding = Task.Run(() => DecodeAsync(kind.ReadAsync(delivery, stop.Token), ahead.Writer, stop.Token), CancellationToken.None);
        try
        {
            DecodedRun run = default;
            var left = 0;
            foreach (var (scene, times) in FramePipeline.Runs(evaluator, plan))
            {
                for (var still = times; still > 0;)
                {
                    if (left == 0)
                    {
                        if (!await ahead.Reader.WaitToReadAsync(cancel))
                        {
                            break;
                        }
                        run = await ahead.Reader.ReadAsync(cancel);
                        left = run.Times;
                    }
                    var both = Math.Min(left, still);
                    if (both > 0)
                    {
                        await comparing.AddAsync(scene, run.Frame, found, both, cancel);
                    }
                    found += both;
                    left -= both;
                    still -= both;
                    progress?.Report(found);
                }
            }
            found += left;
            await foreach (var more in ahead.Reader.ReadAllAsync(cancel))
            {
                found += more.Times;
            }
        }
        finally
        {
            await stop.CancelAsync();
            await decoding.ContinueWith(_ => { }, CancellationToken.None, TaskContinuationOptions.None, TaskScheduler.Default);
            await comparing.DisposeAsync();
        }
        var compared = await comparing.AllAsync();
        var errors = compared.SelectMany(c => c.Errors).ToImmutableArray();
        var sides = compared.Where(c => c.Side is not null).Take(Proof.MostShown).ToImmutableSortedDictionary(c => c.Errors[0].Frame, c => c.Side!);
        var strip = compared.SelectMany(c => c.Strip).ToArray();
        foreach (var c in compared)
        {
            (least, greatest) = (Math.Min(least, c.Least), Math.Max(greatest, c.Greatest));
        }
        facts.Insert(0, ProofFact.Of("number of frames", plan.Frames, found));
        facts.Add(plan.HasAlpha
            ? new("alpha range", "within 0 to 255", string.Create(CultureInfo.InvariantCulture, $"{least:0} to {greatest:0}"), true)
            : new("alpha", "none: every pixel opaque", least >= 254.5 ? "every pixel opaque" : string.Create(CultureInfo.InvariantCulture, $"down to {least:0}"), least >= 254.5));
        if (compared.Any(c => c.Judged))
        {
            var outside = errors.Select(e => e.OutOfRange).DefaultIfEmpty().Max();
            facts.Add(new("levels (EBU R 103)", "at most 1 % out of range", string.Create(CultureInfo.InvariantCulture, $"{outside * 100:0.##} % out of range"), outside <= Proof.MostOutOfRange));
        }
        facts.AddRange(await SoundProof.FactsAsync(evaluator.Graphic, delivery, sounds, cancel));
        var rim = compared.Where(c => c.Rim is not null).MaxBy(c => c.Rim!.Error);
        var proof = Proof.Of([.. facts], errors, tolerance) with { Rim = rim?.Rim };
        return new(proof, ProofPictures.Strip(strip, width, height), sides) { Rim = rim?.RimPicture };
    }

    /// <summary>Decodes while earlier frames are compared.</summary>
    private static async Task DecodeAsync(IAsyncEnumerable<DecodedRun> runs, ChannelWriter<DecodedRun> ahead, CancellationToken cancel)
    {
        try
        {
            await foreach (var run in runs.WithCancellation(cancel))
            {
                await ahead.WriteAsync(run, cancel);
            }
            ahead.Complete();
        }
        catch (Exception e)
        {
            ahead.Complete(e);
        }
    }
}
