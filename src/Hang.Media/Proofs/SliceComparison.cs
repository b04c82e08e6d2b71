using System.Buffers.Binary;
using System.Collections.Concurrent;
using System.IO.Hashing;
using System.Threading.Channels;
using Hang.Core.Handoff;
using Hang.Media.Frames;
using Hang.Media.Movies;
using Hang.Media.Reading;
using Hang.Media.Slices;
using Hang.Paint.Pictures;
using Hang.Scene.PaintList;

namespace Hang.Media.Proofs;

/// <summary>
/// Compares a movie of ProRes with what is painted, slice by slice: a slice that was decoded once, and what was painted there, need not be looked at again.
/// The file's own bytes are decoded, packed anew; its headers must be those of its first frame.
/// </summary>
internal sealed class SliceComparison : IAsyncDisposable
{
    // So many pairs are remembered; then all are forgotten, since motion seldom returns to what was long ago.
    private const int MostPairs = 1 << 17;
    private static readonly int Workers = Environment.ProcessorCount;
    private readonly HandoffPlan plan;
    private readonly Delivery delivery;
    private readonly PictureShelf pictures;
    private readonly TileGrid grid;
    private readonly ProresFrame like;
    private readonly SlicePacks packs;
    private readonly SemaphoreSlim room = new(Workers + 1);
    private readonly ConcurrentBag<PaintedFrame> free = [];
    private readonly ConcurrentBag<PaintedFrame> made = [];
    private readonly Channel<Task<Ready>> waiting = Channel.CreateUnbounded<Task<Ready>>();
    private readonly string alike;
    private readonly Pairs pairs;
    private readonly PaintedTiles tiles;
    private readonly byte[] pixels = new byte[TileRing.TileBytes];
    private readonly Queue<Changed> changed = new();
    private readonly List<(int First, int Times, FrameError Error, ErrorSum Sum)> frames = [];
    private readonly SliceError[] now;
    private readonly SliceError[] settled;
    private readonly Task packing;

    private SliceComparison(HandoffPlan plan, Delivery delivery, PictureShelf pictures, MovLook look, ProresFrame like, TileGrid grid)
    {
        (this.plan, this.delivery, this.pictures, this.like, this.grid) = (plan, delivery, pictures, like, grid);
        // A slice is decoded by the headers of its frame.
        alike = $"{delivery.Width} {delivery.Height} {plan.HasAlpha} {plan.Premultiplied} {look} {like.HeaderText}";
        pairs = delivery.Reuse?.Last<Pairs>().Take(alike) ?? [];
        tiles = delivery.Reuse?.Painted(delivery.Width, delivery.Height, plan) ?? new(TileRing.ForOne);
        packs = new(delivery, look, like, grid);
        now = new SliceError[grid.Count];
        settled = new SliceError[grid.Count];
        packing = Task.Run(PackAsync);
    }

    /// <summary>Begins, where a file is put together as it should be.</summary>
    /// <param name="sample">The file's first.</param>
    /// <returns>Null where it is not: then its frames must be decoded as wholes.</returns>
    public static SliceComparison? Begin(HandoffPlan plan, Delivery delivery, PictureShelf pictures, MovLook look, ReadOnlySpan<byte> sample)
    {
        var grid = new TileGrid(delivery.Width, delivery.Height);
        // A picture of less than a row of slices has no room to pack.
        return
            delivery.Height >= TileGrid.TileHeight
            && TryRead(sample) is { } like
            && like.Slices.Length % grid.Rows == 0
            && like.Slices.Length / grid.Rows >= grid.Columns
            && (grid.RestWidth > 0 || like.Slices.Length == grid.Count)
            ? new(plan, delivery, pictures, look, like, grid)
            : null;
    }

    /// <summary>Begins to compare a sample with a scene, when there is room for one more.</summary>
    /// <exception cref="InvalidDataException">A later frame is put together otherwise than the first.</exception>
    public async Task AddAsync(SceneMoment scene, byte[] sample, int first, int times, CancellationToken cancel)
    {
        // When packing breaks off, nobody makes room any more.
        var turn = room.WaitAsync(cancel);
        if (await Task.WhenAny(turn, packing) == packing)
        {
            await packing;
        }
        await turn;
        await waiting.Writer.WriteAsync(Task.Run(() => Prepare(scene, sample, first, times), CancellationToken.None), cancel);
    }

    /// <summary>The errors of all frames in the order in which they were added, and the least and greatest alpha of each.</summary>
    public async Task<IReadOnlyList<(int First, int Times, FrameError Error, ErrorSum Sum)>> AllAsync(CancellationToken cancel)
    {
        waiting.Writer.TryComplete();
        await packing;
        await packs.FinishAsync(cancel);
        Settle();
        delivery.Reuse?.Last<Pairs>().Return(alike, pairs);
        return frames;
    }

    public async ValueTask DisposeAsync()
    {
        waiting.Writer.TryComplete();
        await packing.ContinueWith(_ => { }, TaskScheduler.Default);
        await packs.DisposeAsync();
        foreach (var frame in made)
        {
            frame.Dispose();
        }
        room.Dispose();
    }

    private static ProresFrame? TryRead(ReadOnlySpan<byte> sample)
    {
        try
        {
            return ProresFrame.Read(sample);
        }
        catch (InvalidDataException)
        {
            return null;
        }
    }

    /// <summary>Tells tiles and slices by their hashes; on any core. A scene whose tiles are remembered is not painted for that.</summary>
    private Ready Prepare(SceneMoment scene, byte[] sample, int first, int times)
    {
        if (!free.TryTake(out var painted))
        {
            painted = new(delivery.Width, delivery.Height, plan, pictures);
            made.Add(painted);
        }
        painted.Owe(scene);
        var key = SceneKey.Of(scene);
        var hashes = tiles.HashesOf(key);
        if (hashes is null)
        {
            hashes = new byte[grid.Count * TileGrid.HashBytes];
            grid.Hash(painted.Pixels, painted.InUse, !painted.HasAlpha, hashes);
            tiles.KeepHashes(key, hashes);
        }
        var frame = ProresFrame.Read(sample);
        if (!frame.IsLike(like))
        {
            throw new InvalidDataException("A frame is put together otherwise than the first.");
        }
        var pair = new (UInt128, UInt128)[grid.Count];
        for (var place = 0; place < pair.Length; place++)
        {
            var (row, column) = Math.DivRem(place, grid.Columns);
            var (from, count) = packs.SlicesOf(row, column);
            UInt128 slices = 0;
            for (var i = from; i < from + count; i++)
            {
                slices = (slices << 1) ^ XxHash128.HashToUInt128(frame.Slices[i].Span);
            }
            // The lowest row may be cut off: the same slices are then fewer pixels.
            var isLow = row == grid.Rows - 1 && delivery.Height % TileGrid.TileHeight != 0;
            pair[place] = (HashAt(hashes, place) ^ (isLow ? UInt128.One : 0) ^ (grid.IsRest(column) ? (UInt128)2 : 0), slices);
        }
        // Here on all cores: later, in turn, only what nobody remembers is painted.
        if (
            Enumerable
                .Range(0, pair.Length)
                .Any(place => !pairs.ContainsKey(pair[place]) && HashAt(hashes, place) is var hash && hash != 0 && !tiles.Pixels.Has(hash))
        )
        {
            painted.Settle();
        }
        return new(painted, frame, hashes, pair, first, times);
    }

    /// <summary>Takes what is ready in order, and has decoded what was not seen before.</summary>
    private async Task PackAsync()
    {
        await foreach (var task in waiting.Reader.ReadAllAsync())
        {
            var ready = await task;
            var changes = new List<(int Place, SliceError Error)>();
            for (var place = 0; place < ready.Pairs.Length; place++)
            {
                if (!pairs.TryGetValue(ready.Pairs[place], out var error))
                {
                    if (pairs.Count >= MostPairs)
                    {
                        pairs.Clear();
                    }
                    pairs[ready.Pairs[place]] = error = new();
                    var (row, column) = Math.DivRem(place, grid.Columns);
                    await packs.AddAsync(
                        error,
                        ready.Frame,
                        pixels.AsMemory(0, tiles.Pixels.Copy(HashAt(ready.Hashes, place), pixels)),
                        ready.Painted,
                        row,
                        column,
                        CancellationToken.None
                    );
                }
                if (!ReferenceEquals(now[place], error))
                {
                    now[place] = error;
                    changes.Add((place, error));
                }
            }
            changed.Enqueue(new(ready.First, ready.Times, changes, packs.Decoded));
            free.Add(ready.Painted);
            room.Release();
            Settle();
        }
    }

    /// <summary>Adds up the frames whose slices have all been decoded.</summary>
    private void Settle()
    {
        while (changed.TryPeek(out var next) && next.Decoded.IsCompletedSuccessfully)
        {
            changed.Dequeue();
            foreach (var (place, error) in next.Changes)
            {
                settled[place] = error;
            }
            var sum = new ErrorSum();
            foreach (var error in settled)
            {
                sum.Add(error.Sum);
            }
            frames.Add((next.First, next.Times, sum.Of(plan.FrameAt(next.First), delivery.Width * delivery.Height), sum));
        }
    }

    private static UInt128 HashAt(byte[] hashes, int place) => BinaryPrimitives.ReadUInt128LittleEndian(hashes.AsSpan(place * TileGrid.HashBytes));

    private sealed record Ready(PaintedFrame Painted, ProresFrame Frame, byte[] Hashes, (UInt128 Painted, UInt128 Slices)[] Pairs, int First, int Times);

    private sealed record Changed(int First, int Times, List<(int Place, SliceError Error)> Changes, Task Decoded);

    /// <summary>How far a decoded slice is from what was painted there, by the hashes of both.</summary>
    private sealed class Pairs : ConcurrentDictionary<(UInt128 Painted, UInt128 Slices), SliceError>;
}
