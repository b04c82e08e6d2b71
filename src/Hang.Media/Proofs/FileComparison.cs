using System.Runtime.CompilerServices;
using System.Threading.Channels;
using Hang.Core.Evaluation;
using Hang.Core.Handoff;
using Hang.Media.Frames;
using Hang.Media.Kinds;
using Hang.Media.Movies;
using Hang.Media.Reading;
using Hang.Media.Rendering;
using Hang.Paint.Pictures;
using Hang.Scene.PaintList;

namespace Hang.Media.Proofs;

/// <summary>A file that is compared with what is painted, or a part of one.</summary>
/// <param name="plan">Of the file or part, as <see cref="HandoffPlan.Demand"/> gives it.</param>
/// <param name="stripAt">Places in it of the frames that are shown in the strip.</param>
/// <param name="progress">Told the number of frames compared.</param>
internal sealed class FileComparison(
    Evaluator evaluator,
    HandoffPlan plan,
    Delivery delivery,
    PictureShelf pictures,
    IReadOnlySet<int> stripAt,
    IProgress<int>? progress
)
{
    private const int MostAhead = 2;
    private readonly MediaKind kind = MediaKinds.Of(plan.Kind);
    private readonly ProofTolerance tolerance = ProofTolerance.For(plan.Kind);

    /// <summary>Compares slice by slice where the file is made of slices, else frame by frame.</summary>
    /// <returns>How many frames the file has, and what came of each that differs from its neighbours, in order.</returns>
    /// <exception cref="Scene.ProblemException">The file cannot be decoded at all.</exception>
    public async Task<(int Found, Compared[] Compared)> RunAsync(CancellationToken cancel) => await BySlicesAsync(cancel) ?? await ByFramesAsync(cancel);

    /// <summary>Decodes every distinct frame and compares it as a whole.</summary>
    public async Task<(int Found, Compared[] Compared)> ByFramesAsync(CancellationToken cancel)
    {
        await using var comparing = new Comparison(plan, delivery.Width, delivery.Height, pictures, kind, tolerance, stripAt);
        var found = await AlignAsync(
            LettingGo(Ahead(kind.ReadAsync(delivery, cancel), cancel)),
            (scene, frame, first, times) => comparing.AddAsync(scene, frame, first, times, cancel),
            cancel
        );
        return (found, await comparing.AllAsync());
    }

    /// <summary>Decodes every distinct slice; only the frames that are shown to people are decoded as wholes.</summary>
    /// <returns>Null for a file that is not made of slices as it should be.</returns>
    public async Task<(int Found, Compared[] Compared)?> BySlicesAsync(CancellationToken cancel)
    {
        if (kind.SlicedLook(delivery) is not { } look)
        {
            return null;
        }
        SliceComparison? slices = null;
        var places = SampleReader.PlacesAsync(delivery.Path, delivery, cancel);
        try
        {
            var found = await AlignAsync(
                SampleReader.RunsAsync(delivery.Path, places, cancel),
                async (scene, sample, first, times) =>
                {
                    slices ??= SliceComparison.Begin(plan, delivery, pictures, look, sample) ?? throw new InvalidDataException("The file is made otherwise.");
                    await slices.AddAsync(scene, sample, first, times, cancel);
                },
                cancel
            );
            var frames = slices is null ? [] : await slices.AllAsync(cancel);
            if (slices is not null)
            {
                // Its frames would lie beside those that are looked at as wholes.
                await slices.DisposeAsync();
                slices = null;
            }
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
            var differing = frames.Where(f => tolerance.Refuses(f.Error)).Take(Proof.MostShown).Select(f => f.First).ToHashSet();
            int[] shown =
            [
                .. Enumerable
                    .Range(0, all.Length)
                    .Where(i => differing.Contains(frames[i].First) || Enumerable.Range(frames[i].First, frames[i].Times).Any(stripAt.Contains)),
            ];
            if (shown.Length == 0)
            {
                return (found, all);
            }
            await using var comparing = new Comparison(plan, delivery.Width, delivery.Height, pictures, kind, tolerance, stripAt);
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
    private async Task<int> AlignAsync<T>(IAsyncEnumerable<(T Frame, int Times)> file, Func<SceneMoment, T, int, int, Task> add, CancellationToken cancel)
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

    /// <summary>Lets go of each frame when the next is asked for: whoever still reads it then holds it.</summary>
    private static async IAsyncEnumerable<(DecodedFrame Frame, int Times)> LettingGo(IAsyncEnumerable<DecodedRun> runs)
    {
        await foreach (var run in runs)
        {
            yield return (run.Frame, run.Times);
            run.Frame.LetGo();
        }
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
