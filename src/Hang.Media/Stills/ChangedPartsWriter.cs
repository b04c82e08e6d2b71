using System.Runtime.InteropServices;
using Hang.Media.Frames;

namespace Hang.Media.Stills;

/// <summary>A part of the picture that is other than before, and stands for some frames.</summary>
/// <param name="Packed">As the file has it.</param>
/// <param name="FirstPixel">The first pixel of the picture there, RGBA.</param>
internal sealed record ChangedPart(int X, int Y, int Width, int Height, Task<byte[]> Packed, byte[] FirstPixel)
{
    /// <summary>True: it lies over what was there, which is seen where the part is see-through. False: its pixels take the place of those.</summary>
    public bool LiesOver { get; init; }

    /// <summary>Frames for which it stands.</summary>
    public int Times { get; set; }
}

/// <summary>
/// Writes a picture that moves: of each frame the part that is other than in the one before, for as long as it stands. The parts are compressed on all cores.
/// </summary>
internal abstract class ChangedPartsWriter(Delivery delivery) : IFrameWriter
{
    private const uint Opaque = 0xFF000000;
    private static readonly int MostAtOnce = Environment.ProcessorCount + 1;
    private readonly Queue<ChangedPart> waiting = new();
    private readonly byte[] before = new byte[delivery.FrameBytes];
    private ChangedPart? standing;

    protected Delivery Delivery => delivery;

    protected FileStream File { get; } = new(delivery.Path, FileMode.CreateNew, FileAccess.Write);

    public void Prepare(PaintedFrame frame) { }

    public async Task WriteAsync(PaintedFrame frame, int first, int times, CancellationToken cancel)
    {
        var part = standing is null ? (0, 0, delivery.Width, delivery.Height) : Changed(frame.Pixels);
        if (part is not var (x, y, width, height))
        {
            standing!.Times += times;
            return;
        }
        if (standing is not null)
        {
            waiting.Enqueue(standing);
        }
        while (waiting.Count > MostAtOnce)
        {
            await WriteAsync(waiting.Dequeue());
        }
        var (pixels, liesOver) = Cut(frame.Pixels, x, y, width, height);
        frame.Pixels.CopyTo(before);
        // The token ends with the painting, which is over before the last parts are compressed.
        var packed = Task.Run(() => Pack(pixels, width, height), CancellationToken.None);
        standing = new(x, y, width, height, packed, before[((y * delivery.Width + x) * 4)..][..4]) { Times = times, LiesOver = liesOver };
    }

    public async Task FinishAsync(CancellationToken cancel)
    {
        foreach (var part in standing is null ? waiting : waiting.Append(standing))
        {
            await WriteAsync(part);
        }
        End();
        await File.FlushAsync(cancel);
    }

    public ValueTask DisposeAsync() => File.DisposeAsync();

    /// <summary>Compresses pixels, RGBA; on any core.</summary>
    protected abstract byte[] Pack(byte[] pixels, int width, int height);

    protected abstract void Write(ChangedPart part, byte[] packed);

    /// <summary>Writes what is known at the end only.</summary>
    protected abstract void End();

    private async Task WriteAsync(ChangedPart part) => Write(part, await part.Packed);

    /// <summary>The smallest rectangle outside of which nothing has changed; null when nothing has.</summary>
    private (int X, int Y, int Width, int Height)? Changed(ReadOnlySpan<byte> pixels)
    {
        var now = MemoryMarshal.Cast<byte, uint>(pixels);
        var old = MemoryMarshal.Cast<byte, uint>(before.AsSpan());
        var (left, top, right, bottom) = (delivery.Width, delivery.Height, -1, -1);
        for (var y = 0; y < delivery.Height; y++)
        {
            var a = now.Slice(y * delivery.Width, delivery.Width);
            var b = old.Slice(y * delivery.Width, delivery.Width);
            var same = a.CommonPrefixLength(b);
            if (same == a.Length)
            {
                continue;
            }
            var end = a.Length - 1;
            while (a[end] == b[end])
            {
                end--;
            }
            (left, right) = (Math.Min(left, same), Math.Max(right, end));
            (top, bottom) = (Math.Min(top, y), y);
        }
        return bottom < 0 ? null : (left, top, right - left + 1, bottom - top + 1);
    }

    /// <summary>
    /// The pixels of a part. Where all that has changed is opaque, the rest is left out and the part lies over what was there: that is far less to
    /// compress.
    /// </summary>
    private (byte[] Pixels, bool LiesOver) Cut(ReadOnlySpan<byte> pixels, int x, int y, int width, int height)
    {
        var cut = new byte[width * height * 4];
        var part = MemoryMarshal.Cast<byte, uint>(cut.AsSpan());
        var now = MemoryMarshal.Cast<byte, uint>(pixels);
        var old = MemoryMarshal.Cast<byte, uint>(before.AsSpan());
        var liesOver = standing is not null && delivery.Plan.HasAlpha;
        for (var row = 0; row < height && liesOver; row++)
        {
            var at = (y + row) * delivery.Width + x;
            for (var i = 0; i < width; i++)
            {
                if (now[at + i] != old[at + i])
                {
                    part[row * width + i] = now[at + i];
                    liesOver &= now[at + i] >= Opaque;
                }
            }
        }
        for (var row = 0; row < height && !liesOver; row++)
        {
            now.Slice((y + row) * delivery.Width + x, width).CopyTo(part[(row * width)..]);
        }
        return (cut, liesOver);
    }
}
