using System.Collections.Concurrent;
using Hang.Media.Frames;
using Hang.Media.Movies;
using Hang.Media.Reading;
using Hang.Media.Slices;

namespace Hang.Media.Proofs;

/// <summary>The error of a slice of the file against what was painted there; known once it has been decoded.</summary>
internal sealed class SliceError
{
    public ErrorSum Sum { get; set; } = new();
}

/// <summary>
/// Slices of many frames put together to few, which are decoded at the cost of those: a slice depends on nothing outside of itself. What was painted
/// lies at the same places.
/// </summary>
/// <param name="like">A frame of the file: its headers and its slices fill what is left.</param>
internal sealed class SlicePacks(Delivery delivery, MovLook look, ProresFrame like, TileGrid grid) : IAsyncDisposable
{
    private const long MostBytes = 64L * 1024 * 1024;
    private const int LeastPacks = 2,
        MostPacks = 32;
    private readonly int most = (int)Math.Clamp(MostBytes / delivery.FrameBytes, LeastPacks, MostPacks);
    private readonly int rows = delivery.Height / TileGrid.TileHeight;
    private readonly int slicesPerRow = like.Slices.Length / grid.Rows;
    private readonly CancellationTokenSource stop = new();
    private readonly ConcurrentBag<uint[]> free = [];
    private readonly FrameMemory memory = new();
    private List<Pack> filling = [];
    private TaskCompletionSource decoded = New();
    private Task before = Task.CompletedTask;

    /// <summary>Ends when all slices that were added so far have been decoded.</summary>
    public Task Decoded => decoded.Task;

    /// <summary>The slices of a tile among those of its frame.</summary>
    public (int First, int Count) SlicesOf(int row, int column) =>
        grid.IsRest(column) ? (row * slicesPerRow + grid.WholeColumns, slicesPerRow - grid.WholeColumns) : (row * slicesPerRow + column, 1);

    /// <summary>Adds a tile: its slices, and what was painted.</summary>
    /// <param name="tile">Its pixels as the grid extracts them, where they are remembered; empty: they are taken from the frame.</param>
    public async Task AddAsync(
        SliceError error,
        ProresFrame frame,
        ReadOnlyMemory<byte> tile,
        PaintedFrame painted,
        int row,
        int column,
        CancellationToken cancel
    )
    {
        var pack = filling.Count > 0 ? filling[^1] : null;
        if (pack is null || !pack.HasRoom(grid.IsRest(column)))
        {
            if (filling.Count == most)
            {
                await FlushAsync(cancel);
            }
            // Only what is put there is compared: it may hold anything.
            filling.Add(pack = new(free.TryTake(out var meant) ? meant : new uint[delivery.Width * delivery.Height], delivery, like, grid, rows));
        }
        if (!tile.IsEmpty)
        {
            pack.Add(error, frame, tile.Span, tile.Length / TileGrid.TileHeight / TileGrid.PixelBytes, 0, SlicesOf(row, column), SlicesOf, row, column);
        }
        else
        {
            pack.Add(
                error,
                frame,
                painted.Pixels,
                delivery.Width,
                row * TileGrid.TileHeight * delivery.Width + column * TileGrid.TileWidth,
                SlicesOf(row, column),
                SlicesOf,
                row,
                column
            );
        }
    }

    /// <summary>Begins to decode what was added, when what was added before has been.</summary>
    public async Task FlushAsync(CancellationToken cancel)
    {
        await before;
        cancel.ThrowIfCancellationRequested();
        var (packs, done) = (filling, decoded);
        (filling, decoded) = ([], New());
        before = Task.Run(() => DecodeAsync(packs, done), CancellationToken.None);
    }

    public async Task FinishAsync(CancellationToken cancel)
    {
        await FlushAsync(cancel);
        await before;
    }

    public async ValueTask DisposeAsync()
    {
        await stop.CancelAsync();
        await before.ContinueWith(_ => { }, TaskScheduler.Default);
        stop.Dispose();
    }

    private static TaskCompletionSource New() => new(TaskCreationOptions.RunContinuationsAsynchronously);

    private async Task DecodeAsync(List<Pack> packs, TaskCompletionSource done)
    {
        var path = Path.Combine(Path.GetTempPath(), $"hang-slices-{Guid.NewGuid():N}.mov");
        try
        {
            if (packs.Count > 0)
            {
                using (var file = new MovFile(delivery with { Path = path, Sound = null }, look))
                {
                    using var sample = new MemoryStream();
                    foreach (var pack in packs)
                    {
                        like.Assemble(pack.Slices, sample);
                        file.Add(sample.GetBuffer().AsSpan(0, (int)sample.Length), 1);
                    }
                    file.Finish();
                }
                var at = 0;
                await foreach (var run in VideoReader.ReadAsync(path, [], FrameShape.Full12, delivery, stop.Token, memory: memory))
                {
                    for (var i = 0; i < run.Times && at < packs.Count; i++)
                    {
                        packs[at].Compare((PlanarFrame)run.Frame);
                        free.Add(packs[at++].Meant);
                    }
                    run.Frame.LetGo();
                }
                if (at < packs.Count)
                {
                    throw new Scene.ProblemException($"The file's slices could not all be decoded.", $"Hand it off again.", field: "file");
                }
            }
            done.SetResult();
        }
        catch (Exception e)
        {
            done.SetException(e);
            // Whoever waits for it hears of it there.
            _ = done.Task.Exception;
            throw;
        }
        finally
        {
            File.Delete(path);
        }
    }

    /// <summary>A frame of slices from anywhere.</summary>
    private sealed class Pack(uint[] meant, Delivery delivery, ProresFrame like, TileGrid grid, int rows)
    {
        private readonly List<(SliceError Error, int Left, int Top, int Width, int Height)> parts = [];
        private int whole,
            rest;

        public uint[] Meant => meant;

        public ReadOnlyMemory<byte>[] Slices { get; } = [.. like.Slices];

        public bool HasRoom(bool isRest) => isRest ? rest < rows : whole < rows * grid.WholeColumns;

        /// <param name="painted">Pixels, among them the tile's.</param>
        /// <param name="line">Pixels from row to row there.</param>
        /// <param name="start">The tile's first pixel there.</param>
        public void Add(
            SliceError error,
            ProresFrame frame,
            ReadOnlySpan<byte> painted,
            int line,
            int start,
            (int First, int Count) from,
            Func<int, int, (int First, int Count)> slicesOf,
            int row,
            int column
        )
        {
            var isRest = grid.IsRest(column);
            var (toRow, toColumn) = isRest ? (rest++, grid.WholeColumns) : Math.DivRem(whole++, grid.WholeColumns);
            frame.Slices.AsSpan(from.First, from.Count).CopyTo(Slices.AsSpan(slicesOf(toRow, toColumn).First));
            var height = Math.Min(TileGrid.TileHeight, delivery.Height - row * TileGrid.TileHeight);
            var width = Math.Min(TileGrid.TileWidth, delivery.Width - column * TileGrid.TileWidth);
            var (left, top) = (toColumn * TileGrid.TileWidth, toRow * TileGrid.TileHeight);
            var pixels = System.Runtime.InteropServices.MemoryMarshal.Cast<byte, uint>(painted);
            for (var y = 0; y < height; y++)
            {
                pixels.Slice(start + y * line, width).CopyTo(meant.AsSpan((top + y) * delivery.Width + left));
            }
            parts.Add((error, left, top, width, height));
        }

        public void Compare(PlanarFrame decoded) => Parallel.ForEach(parts, p => p.Error.Sum = decoded.Compare(meant, p.Left, p.Top, p.Width, p.Height));
    }
}
