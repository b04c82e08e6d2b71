using System.Buffers.Binary;
using System.Threading.Channels;
using Hang.Media.Frames;
using Hang.Media.Movies;

namespace Hang.Media.Slices;

/// <summary>
/// Writes ProRes 4444 from slices: only tiles that no earlier frame had go through the encoder; frames are put together from their slices. The samples are
/// equal to those of the plain encoder, byte by byte.
/// </summary>
internal sealed class SliceWriter : IFrameWriter
{
    private const int MostWaiting = 48,
        AtlasColumns = 8,
        AtlasRows = 16,
        RestRows = 64;
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(20);
    private readonly Delivery delivery;
    private readonly TileGrid grid;
    private readonly ProresFrame blank;
    private readonly int slicesPerRow,
        slicesPerRest;
    private readonly MovFile file;
    private readonly Atlas? whole;
    private readonly Atlas? rest;
    private readonly TileCache cache;
    private readonly PaintedTiles painted;
    private readonly Learnt learnt;
    private bool isKept;
    private readonly Channel<Change> changes = Channel.CreateBounded<Change>(MostWaiting);
    private readonly CancellationTokenSource stop = new();
    private readonly Task assembling;
    private readonly byte[] tilePixels = new byte[TileRing.TileBytes];
    private byte[] before;

    private SliceWriter(Delivery delivery, Learnt learnt, MovFile file)
    {
        (this.delivery, this.learnt, this.file, blank, cache, whole, rest) = (delivery, learnt, file, learnt.Blank, learnt.Cache, learnt.Whole, learnt.Rest);
        grid = new(delivery.Width, delivery.Height);
        painted = delivery.Reuse?.Painted(delivery.Width, delivery.Height, delivery.Plan) ?? new(TileRing.ForOne);
        slicesPerRow = blank.Slices.Length / grid.Rows;
        slicesPerRest = slicesPerRow - grid.WholeColumns;
        before = new byte[grid.Count * TileGrid.HashBytes];
        assembling = Task.Run(AssembleAsync);
    }

    /// <summary>Begins a file: one frame without any pixel goes through the plain encoder, whose headers and empty slices serve all frames.</summary>
    public static async Task<SliceWriter> OpenAsync(Delivery delivery, MovFile file, CancellationToken cancel)
    {
        try
        {
            var learnt = delivery.Reuse?.Last<Learnt>(Patience).Take(EncodingOf(delivery));
            if (learnt is { IsAlive: false })
            {
                await learnt.DisposeAsync();
                learnt = null;
            }
            if (learnt is null)
            {
                learnt = Learnt.Begin(delivery, ProresFrame.Read(await BlankAsync(delivery, cancel)));
            }
            return new(delivery, learnt, file);
        }
        catch
        {
            file.Dispose();
            throw;
        }
    }

    /// <inheritdoc/>
    public bool PaintsWhenNeeded => true;

    public void Prepare(PaintedFrame frame)
    {
        var scene = frame.Scene is { } s ? SceneKey.Of(s) : (UInt128?)null;
        if (scene is { } known && painted.HashesOf(known) is { } found && AreEncoded(found))
        {
            frame.Encoded = found;
            return;
        }
        var hashes = new byte[grid.Count * TileGrid.HashBytes];
        grid.Hash(frame.Pixels, frame.InUse, !frame.HasAlpha, hashes);
        frame.Encoded = hashes;
        if (scene is { } key)
        {
            painted.KeepHashes(key, hashes);
        }
    }

    public async Task WriteAsync(PaintedFrame frame, int first, int times, CancellationToken cancel)
    {
        var hashes = frame.Encoded!;
        var changed = new List<(int Place, Tile? Tile)>();
        for (var place = 0; place < grid.Count; place++)
        {
            var hash = Hash(hashes, place);
            if (hash != Hash(before, place))
            {
                changed.Add((place, hash == 0 ? null : await TileAsync(frame, place, hash, cancel)));
            }
        }
        before = hashes;
        var change = new Change(times, changed);
        if (changes.Writer.TryWrite(change))
        {
            return;
        }
        // The one who takes them may be waiting for a tile that still sits in a picture which is not full.
        await FlushAsync(cancel);
        try
        {
            await changes.Writer.WriteAsync(change, cancel);
        }
        catch (ChannelClosedException)
        {
            await assembling;
            throw;
        }
    }

    public async Task FinishAsync(CancellationToken cancel)
    {
        changes.Writer.TryComplete();
        await using (cancel.Register(stop.Cancel))
        {
            await FlushAsync(cancel);
            await assembling;
        }
        file.Finish();
        if (delivery.Reuse is { } reuse)
        {
            isKept = true;
            reuse.Last<Learnt>(Patience).Return(EncodingOf(delivery), learnt);
        }
    }

    public async ValueTask DisposeAsync()
    {
        await stop.CancelAsync();
        changes.Writer.TryComplete();
        if (!isKept)
        {
            await learnt.DisposeAsync();
        }
        await assembling.ContinueWith(_ => { }, TaskScheduler.Default);
        file.Dispose();
        stop.Dispose();
    }

    private static async Task<byte[]> BlankAsync(Delivery delivery, CancellationToken cancel)
    {
        await using var encoder = new Encoding.FramePipe(
            Processes.FfmpegProcess.Start("ffmpeg", ProresArguments.Of(delivery, delivery.Width, delivery.Height, "pipe:1"))
        );
        var reading = Task.Run(() => new PacketCutter(encoder.Output).NextAsync(cancel), cancel);
        await encoder.WriteAsync(input => input.Write(new byte[delivery.FrameBytes]), 1, cancel);
        await encoder.CloseAsync();
        var sample = await reading;
        if (sample.IsEmpty)
        {
            throw encoder.Died();
        }
        await encoder.FinishAsync(cancel);
        return sample.ToArray();
    }

    private async Task<Tile> TileAsync(PaintedFrame frame, int place, UInt128 hash, CancellationToken cancel)
    {
        if (cache.TryGet(hash, out var tile))
        {
            return tile;
        }
        var (row, column) = Math.DivRem(place, grid.Columns);
        var length = grid.Extract(frame.Pixels, row, column, tilePixels);
        tile = await (grid.IsRest(column) ? rest : whole)!.AddAsync(tilePixels.AsMemory(0, length), cancel);
        cache.Keep(hash, tile);
        painted.Pixels.Keep(hash, tilePixels.AsSpan(0, length));
        return tile;
    }

    private bool AreEncoded(byte[] hashes)
    {
        for (var place = 0; place < grid.Count; place++)
        {
            if (Hash(hashes, place) is var hash && hash != 0 && !cache.TryGet(hash, out _))
            {
                return false;
            }
        }
        return true;
    }

    private static string EncodingOf(Delivery delivery) => string.Join(' ', ProresArguments.Of(delivery, delivery.Width, delivery.Height, "pipe:1"));

    private async Task FlushAsync(CancellationToken cancel)
    {
        await (whole?.FlushAsync(cancel) ?? Task.CompletedTask);
        await (rest?.FlushAsync(cancel) ?? Task.CompletedTask);
    }

    private async Task AssembleAsync()
    {
        try
        {
            var slices = blank.Slices.ToArray();
            using var frame = new MemoryStream();
            await foreach (var change in changes.Reader.ReadAllAsync(stop.Token))
            {
                foreach (var (place, tile) in change.Tiles)
                {
                    var (row, column) = Math.DivRem(place, grid.Columns);
                    var at = row * slicesPerRow + column;
                    var count = grid.IsRest(column) ? slicesPerRest : 1;
                    var (from, first) = tile is { } t ? (await t.Atlas.WaitAsync(stop.Token), t.First) : (blank.Slices, at);
                    Array.Copy(from, first, slices, at, count);
                }
                blank.Assemble(slices, frame);
                file.Add(frame.GetBuffer().AsSpan(0, (int)frame.Length), change.Times);
            }
        }
        catch (Exception e)
        {
            changes.Writer.TryComplete(e);
            throw;
        }
    }

    private static UInt128 Hash(byte[] hashes, int place) => BinaryPrimitives.ReadUInt128LittleEndian(hashes.AsSpan(place * TileGrid.HashBytes));

    /// <summary>What a file leaves to the next that is alike: its empty frame, its tiles, and encoders that wait for more.</summary>
    private sealed record Learnt(ProresFrame Blank, TileCache Cache, Atlas? Whole, Atlas? Rest) : IAsyncDisposable
    {
        public bool IsAlive => Whole is not { IsAlive: false } && Rest is not { IsAlive: false };

        public static Learnt Begin(Delivery delivery, ProresFrame blank)
        {
            var grid = new TileGrid(delivery.Width, delivery.Height);
            string[] Arguments(int width, int height) => ProresArguments.Of(delivery, width, height, "pipe:1");
            var whole =
                grid.WholeColumns > 0
                    ? new Atlas(AtlasColumns, AtlasRows, TileGrid.TileWidth, 1, Arguments(AtlasColumns * TileGrid.TileWidth, AtlasRows * TileGrid.TileHeight))
                    : null;
            var slices = blank.Slices.Length / grid.Rows - grid.WholeColumns;
            var rest = grid.RestWidth > 0 ? new Atlas(1, RestRows, grid.RestWidth, slices, Arguments(grid.RestWidth, RestRows * TileGrid.TileHeight)) : null;
            return new(blank, new(grid.Count), whole, rest);
        }

        public async ValueTask DisposeAsync()
        {
            await (Whole?.DisposeAsync() ?? ValueTask.CompletedTask);
            await (Rest?.DisposeAsync() ?? ValueTask.CompletedTask);
        }
    }

    /// <summary>What is other in a frame than in the one before.</summary>
    /// <param name="Times">How often the frame is shown.</param>
    private sealed record Change(int Times, List<(int Place, Tile? Tile)> Tiles);
}
