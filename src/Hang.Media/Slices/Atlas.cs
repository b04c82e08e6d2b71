using System.Threading.Channels;
using Hang.Media.Encoding;
using Hang.Media.Frames;
using Hang.Media.Movies;
using Hang.Media.Processes;

namespace Hang.Media.Slices;

/// <summary>A tile on its way through the encoder: its place in an atlas picture, and that picture's slices once they are there.</summary>
internal readonly record struct Tile(Task<ReadOnlyMemory<byte>[]> Atlas, int First, int Count);

/// <summary>Tiles of one width, packed into large pictures that go through one encoder, so that the encoder's own work is not repeated for each.</summary>
internal sealed class Atlas : IAsyncDisposable
{
    private readonly int columns,
        tileWidth,
        capacity,
        slicesPerTile;
    private readonly byte[] picture;
    private readonly FramePipe encoder;
    private readonly Channel<TaskCompletionSource<ReadOnlyMemory<byte>[]>> sent = Channel.CreateUnbounded<TaskCompletionSource<ReadOnlyMemory<byte>[]>>();
    private readonly CancellationTokenSource stop = new();
    private readonly Task reading;
    private TaskCompletionSource<ReadOnlyMemory<byte>[]> filling = New();
    private int used;

    /// <param name="columns">Tiles side by side.</param>
    /// <param name="rows">Rows of tiles.</param>
    /// <param name="slicesPerTile">Slices that the encoder makes of a tile of this width.</param>
    /// <param name="arguments">For ffmpeg, which must write bare samples to its output.</param>
    public Atlas(int columns, int rows, int tileWidth, int slicesPerTile, IEnumerable<string> arguments)
    {
        (this.columns, this.tileWidth, this.slicesPerTile, capacity) = (columns, tileWidth, slicesPerTile, columns * rows);
        picture = new byte[capacity * tileWidth * TileGrid.TileHeight * TileGrid.PixelBytes];
        encoder = new(FfmpegProcess.Start("ffmpeg", arguments));
        reading = Task.Run(ReadAsync);
    }

    /// <summary>False when the encoder has broken off.</summary>
    public bool IsAlive => !reading.IsCompleted && encoder.IsRunning;

    /// <summary>Puts a tile into the picture, and sends the picture when it is full.</summary>
    public async Task<Tile> AddAsync(ReadOnlyMemory<byte> pixels, CancellationToken cancel)
    {
        var line = tileWidth * TileGrid.PixelBytes;
        var start = used / columns * TileGrid.TileHeight * columns * line + used % columns * line;
        for (var y = 0; y < TileGrid.TileHeight; y++)
        {
            pixels.Span.Slice(y * line, line).CopyTo(picture.AsSpan(start + y * columns * line));
        }
        var tile = new Tile(filling.Task, used * slicesPerTile, slicesPerTile);
        if (++used == capacity)
        {
            await FlushAsync(cancel);
        }
        return tile;
    }

    /// <summary>Sends the picture though it is not full: somebody waits for a tile in it. What earlier tiles left in it does no harm.</summary>
    public async Task FlushAsync(CancellationToken cancel)
    {
        if (used == 0)
        {
            return;
        }
        used = 0;
        var full = filling;
        filling = New();
        await sent.Writer.WriteAsync(full, cancel);
        await encoder.WriteAsync(input => input.Write(picture), 1, cancel);
    }

    public async ValueTask DisposeAsync()
    {
        await stop.CancelAsync();
        sent.Writer.TryComplete();
        await encoder.DisposeAsync();
        await reading.ContinueWith(_ => { }, TaskScheduler.Default);
        stop.Dispose();
    }

    private static TaskCompletionSource<ReadOnlyMemory<byte>[]> New() => new(TaskCreationOptions.RunContinuationsAsynchronously);

    private async Task ReadAsync()
    {
        try
        {
            var cutter = new PacketCutter(encoder.Output);
            await foreach (var waiting in sent.Reader.ReadAllAsync(stop.Token))
            {
                try
                {
                    var sample = await cutter.NextAsync(stop.Token);
                    waiting.SetResult(ProresFrame.Read(sample.IsEmpty ? throw encoder.Died() : sample.Span).Slices);
                }
                catch (Exception e)
                {
                    waiting.TrySetException(e is EndOfStreamException ? encoder.Died() : e);
                    throw;
                }
            }
        }
        catch (Exception e)
        {
            // Whoever waits for a tile must hear of it, also of one that was never sent.
            while (sent.Reader.TryRead(out var waiting))
            {
                waiting.TrySetException(e);
            }
            filling.TrySetException(e);
            throw;
        }
    }
}
