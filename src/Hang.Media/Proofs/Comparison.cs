using System.Collections.Concurrent;
using System.Collections.Immutable;
using Hang.Core.Handoff;
using Hang.Media.Frames;
using Hang.Media.Kinds;
using Hang.Media.Reading;
using Hang.Paint.Pictures;
using Hang.Scene.PaintList;

namespace Hang.Media.Proofs;

/// <summary>What came of comparing one decoded frame with the painted one.</summary>
/// <param name="Errors">One for each time the frame is shown.</param>
/// <param name="Strip">PNG: the frame, small, over light and dark, for each time that it is wanted for the strip.</param>
/// <param name="Side">PNG: both side by side, where they differ.</param>
internal sealed record Compared(ImmutableArray<FrameError> Errors, double Least, double Greatest, ImmutableArray<byte[]> Strip, byte[]? Side)
{
    /// <summary>The worst rim, where it was looked for.</summary>
    public RimError? Rim { get; init; }

    /// <summary>True when the frame is coded in levels that can leave their range.</summary>
    public bool Judged { get; init; }

    /// <summary>PNG: the place of that rim, enlarged, meant and found.</summary>
    public byte[]? RimPicture { get; init; }
}

/// <summary>Compares decoded frames with painted ones, on all cores. What comes of it does not depend on how many there are.</summary>
/// <param name="stripAt">Places in the file of the frames that the strip shows.</param>
internal sealed class Comparison(
    HandoffPlan plan,
    int width,
    int height,
    PictureShelf pictures,
    MediaKind kind,
    ProofTolerance tolerance,
    IReadOnlySet<int> stripAt
) : IAsyncDisposable
{
    private static readonly int Workers = Environment.ProcessorCount;
    private readonly SemaphoreSlim room = new(Workers);
    private readonly ConcurrentBag<PaintedFrame> free = [];
    private readonly ConcurrentBag<PaintedFrame> made = [];
    private readonly List<Task<Compared>> tasks = [];
    private int sides;

    /// <summary>Begins a comparison, when there is room for one more.</summary>
    /// <param name="first">Place in the file, from 0.</param>
    /// <param name="times">How often both are shown in a row.</param>
    public async Task AddAsync(SceneMoment scene, DecodedFrame frame, int first, int times, CancellationToken cancel)
    {
        await room.WaitAsync(cancel);
        frame.Hold();
        tasks.Add(
            Task.Run(
                () =>
                {
                    try
                    {
                        return Compare(scene, frame, first, times);
                    }
                    finally
                    {
                        frame.LetGo();
                        room.Release();
                    }
                },
                CancellationToken.None
            )
        );
    }

    /// <summary>All comparisons in the order in which they were begun.</summary>
    public Task<Compared[]> AllAsync() => Task.WhenAll(tasks);

    public async ValueTask DisposeAsync()
    {
        await Task.WhenAll(tasks).ContinueWith(_ => { }, TaskScheduler.Default);
        foreach (var frame in made)
        {
            frame.Dispose();
        }
        room.Dispose();
    }

    private Compared Compare(SceneMoment scene, DecodedFrame frame, int first, int times)
    {
        if (!free.TryTake(out var meant))
        {
            meant = new(width, height, plan, pictures);
            made.Add(meant);
        }
        meant.Paint(scene);
        kind.Reduce(meant.Pixels);
        // Where neither changes, one comparison tells of all.
        var error = frame.Compare(meant.Pixels, 0);
        var (least, greatest) = frame.AlphaRange();
        var places = Enumerable.Range(first, times).ToArray();
        // The first few are shown; those that begin at the same time may be some more.
        var isShown = tolerance.Refuses(error) && Interlocked.Increment(ref sides) <= Proof.MostShown + Workers;
        var side = isShown ? ProofPictures.SideBySide(meant.Pixels.ToArray(), frame.ToRgba(), width, height) : null;
        // One picture, however often it is shown.
        var shown = places.Any(stripAt.Contains) ? frame.ToRgba() : null;
        var cell = shown is null ? null : ProofPictures.OverLightAndDark(shown, width, height);
        var strip = places.Where(stripAt.Contains).Select(_ => cell!).ToImmutableArray();
        var rim = shown is null || !plan.HasAlpha ? null : RimError.Of(meant.Pixels, shown, width, plan.FrameAt(first), plan.Premultiplied);
        var picture = rim is { Error: >= 1 } ? ProofPictures.Rim(meant.Pixels.ToArray(), shown!, width, height, rim, plan.Premultiplied) : null;
        free.Add(meant);
        return new([.. places.Select(p => error with { Frame = plan.FrameAt(p) })], least, greatest, strip, side)
        {
            Rim = rim,
            RimPicture = picture,
            Judged = frame is PlanarFrame,
        };
    }
}
