using System.Collections.Immutable;
using System.Runtime.CompilerServices;
using System.Threading.Channels;
using Hang.Core.Evaluation;
using Hang.Core.Handoff;
using Hang.Media.Frames;
using Hang.Media.Kinds;
using Hang.Media.Movies;
using Hang.Media.Probing;
using Hang.Media.Rendering;
using Hang.Media.Sounds;
using Hang.Paint.Pictures;
using Hang.Scene;
using Hang.Scene.PaintList;

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
    private const int MostAhead = 2;

    /// <param name="path">The delivered file, zip or folder.</param>
    /// <param name="progress">Told the number of frames compared.</param>
    /// <param name="sounds">Where the graphic's sounds are heard; needed when it has any.</param>
    /// <param name="reuse">What this file shares with others, and with its own rendering; null: nothing.</param>
    /// <exception cref="Scene.ProblemException">The file cannot be decoded at all.</exception>
    public static async Task<ProofResult> ProveAsync(
        Evaluator evaluator,
        HandoffPlan plan,
        PictureShelf pictures,
        string path,
        IProgress<int>? progress = null,
        SoundShelf? sounds = null,
        Reuse? reuse = null,
        CancellationToken cancel = default
    )
    {
        plan = plan.Demand(evaluator.Graphic);
        var delivery = Delivery.Of(evaluator.Graphic, plan, NameCard.Of(evaluator.Graphic, plan, evaluator.Graphic.Name), path, "") with { Reuse = reuse };
        var (width, height) = (delivery.Width, delivery.Height);
        var kind = MediaKinds.Of(plan.Kind);
        // What is said of the file is asked for while it is decoded.
        var asked = kind.FactsAsync(delivery, cancel);
        var tolerance = ProofTolerance.For(plan.Kind);
        var (found, compared) = await BySlicesAsync(evaluator, plan, delivery, pictures, kind, tolerance, progress, cancel)
            ?? await ByFramesAsync(evaluator, plan, delivery, pictures, kind, tolerance, progress, cancel);
        var (least, greatest) = (255.0, 0.0);
        var errors = compared.SelectMany(c => c.Errors).ToImmutableArray();
        var sides = compared.Where(c => c.Side is not null).Take(Proof.MostShown).ToImmutableSortedDictionary(c => c.Errors[0].Frame, c => c.Side!);
        var strip = compared.SelectMany(c => c.Strip).ToArray();
        foreach (var c in compared)
        {
            (least, greatest) = (Math.Min(least, c.Least), Math.Max(greatest, c.Greatest));
        }
        var facts = new List<ProofFact>(await asked);
        facts.Insert(0, ProofFact.Of($"number of frames", $"{plan.Frames}", $"{found}"));
        facts.Add(
            plan.HasAlpha
                ? new($"alpha range", $"within 0 to 255", $"{least:0} to {greatest:0}", true)
                : new($"alpha", $"none: every pixel opaque", least >= 254.5 ? (Sentence)$"every pixel opaque" : $"down to {least:0}", least >= 254.5)
        );
        if (compared.Any(c => c.Judged))
        {
            var outside = errors.Select(e => e.OutOfRange).DefaultIfEmpty().Max();
            facts.Add(new($"levels (EBU R 103)", $"at most 1 % out of range", $"{outside * 100:0.##} % out of range", outside <= Proof.MostOutOfRange));
        }
        facts.AddRange(await SoundProof.FactsAsync(evaluator.Graphic, delivery, sounds, cancel));
        var rim = compared.Where(c => c.Rim is not null).MaxBy(c => c.Rim!.Error);
        var proof = Proof.Of([.. facts], errors, tolerance) with { Rim = rim?.Rim };
        return new(proof, ProofPictures.Strip(strip, width, height), sides) { Rim = rim?.RimPicture };
    }

    /// <summary>Decodes every distinct frame and compares it as a whole.</summary>
    internal static async Task<(int Found, Compared[] Compared)> ByFramesAsync(
        Evaluator evaluator,
        HandoffPlan plan,
        Delivery delivery,
        PictureShelf pictures,
        MediaKind kind,
        ProofTolerance tolerance,
        IProgress<int>? progress,
        CancellationToken cancel
    )
    {
        await using var comparing = new Comparison(plan, delivery.Width, delivery.Height, pictures, kind, tolerance);
        var found = await AlignAsync(
            evaluator,
            plan,
            Ahead(kind.ReadAsync(delivery, cancel).Select(r => (r.Frame, r.Times)), cancel),
            (scene, frame, first, times) => comparing.AddAsync(scene, frame, first, times, cancel),
            progress,
            cancel
        );
        return (found, await comparing.AllAsync());
    }

    /// <summary>Decodes every distinct slice; only the frames that are shown to people are decoded as wholes.</summary>
    /// <returns>Null for a file that is not made of slices as it should be.</returns>
    internal static async Task<(int Found, Compared[] Compared)?> BySlicesAsync(
        Evaluator evaluator,
        HandoffPlan plan,
        Delivery delivery,
        PictureShelf pictures,
        MediaKind kind,
        ProofTolerance tolerance,
        IProgress<int>? progress,
        CancellationToken cancel
    )
    {
        if (kind.SlicedLook(delivery) is not { } look)
        {
            return null;
        }
        SliceComparison? slices = null;
        var places = SamplePlace.ReadAsync(delivery.Path, cancel);
        try
        {
            var found = await AlignAsync(
                evaluator,
                plan,
                SampleReader.RunsAsync(delivery.Path, places, cancel),
                async (scene, sample, first, times) =>
                {
                    slices ??= SliceComparison.Begin(plan, delivery, pictures, look, sample) ?? throw new InvalidDataException("The file is made otherwise.");
                    await slices.AddAsync(scene, sample, first, times, cancel);
                },
                progress,
                cancel
            );
            var frames = slices is null ? [] : await slices.AllAsync(cancel);
            var all = frames
                .Select(f => new Compared(
                    [.. Enumerable.Range(f.First, f.Times).Select(p => f.Error with { Frame = plan.FrameAt(p) })],
                    f.Sum.Least,
                    f.Sum.Greatest,
                    [],
                    null
                )
                {
                    Judged = true,
                })
                .ToArray();
            var stripAt = Comparison.StripAt(plan);
            var differing = frames.Where(f => tolerance.Refuses(f.Error)).Take(Proof.MostShown).Select(f => f.First).ToHashSet();
            int[] shown =
            [
                .. Enumerable
                    .Range(0, all.Length)
                    .Where(i => differing.Contains(frames[i].First) || Enumerable.Range(frames[i].First, frames[i].Times).Any(stripAt.Contains)),
            ];
            await using var comparing = new Comparison(plan, delivery.Width, delivery.Height, pictures, kind, tolerance);
            var at = 0;
            await foreach (var frame in SampleReader.DecodeAsync(delivery, look, await places, [.. shown.Select(i => frames[i].First)], cancel))
            {
                var (first, times, _, _) = frames[shown[at++]];
                await comparing.AddAsync(evaluator.At(plan.FrameAt(first)), frame, first, times, cancel);
            }
            // As wholes they must be what their slices are; should they not be, that counts.
            foreach (var (i, whole) in shown.Zip(await comparing.AllAsync()))
            {
                all[i] = whole;
            }
            return (found, all);
        }
        catch (InvalidDataException)
        {
            return null;
        }
        finally
        {
            if (slices is not null)
            {
                await slices.DisposeAsync();
            }
        }
    }

    /// <summary>Goes along the file and what is painted, both of which repeat some frames.</summary>
    /// <param name="add">Takes what is shown at the same time: the scene, what the file has, the place in the file, how often both are shown.</param>
    /// <returns>How many frames the file has.</returns>
    private static async Task<int> AlignAsync<T>(
        Evaluator evaluator,
        HandoffPlan plan,
        IAsyncEnumerable<(T Frame, int Times)> file,
        Func<SceneMoment, T, int, int, Task> add,
        IProgress<int>? progress,
        CancellationToken cancel
    )
    {
        await using var runs = file.GetAsyncEnumerator(cancel);
        var (found, left) = (0, 0);
        foreach (var (scene, times) in FramePipeline.Runs(evaluator, plan))
        {
            for (var still = times; still > 0; )
            {
                if (left == 0)
                {
                    if (!await runs.MoveNextAsync())
                    {
                        return found;
                    }
                    left = runs.Current.Times;
                }
                var both = Math.Min(left, still);
                await add(scene, runs.Current.Frame, found, both);
                found += both;
                left -= both;
                still -= both;
                progress?.Report(found);
            }
        }
        found += left;
        while (await runs.MoveNextAsync())
        {
            found += runs.Current.Times;
        }
        return found;
    }

    /// <summary>Goes some steps ahead of whoever takes them.</summary>
    private static async IAsyncEnumerable<T> Ahead<T>(IAsyncEnumerable<T> items, [EnumeratorCancellation] CancellationToken cancel)
    {
        var ahead = Channel.CreateBounded<T>(MostAhead);
        using var stop = CancellationTokenSource.CreateLinkedTokenSource(cancel);
        var going = Task.Run(
            async () =>
            {
                try
                {
                    await foreach (var item in items.WithCancellation(stop.Token))
                    {
                        await ahead.Writer.WriteAsync(item, stop.Token);
                    }
                    ahead.Writer.Complete();
                }
                catch (Exception e)
                {
                    ahead.Writer.Complete(e);
                }
            },
            CancellationToken.None
        );
        try
        {
            await foreach (var item in ahead.Reader.ReadAllAsync(cancel))
            {
                yield return item;
            }
        }
        finally
        {
            await stop.CancelAsync();
            await going;
        }
    }
}
