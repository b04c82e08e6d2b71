using System.Runtime.InteropServices;
using Hang.Media.Frames;
using Hang.Media.Reading;
using Hang.Media.Stills;

namespace Hang.Media.Kinds;

/// <summary>GIF: 256 colours for the whole file, found in a first pass over its frames; a pixel is seen or not.</summary>
internal sealed class GifKind : MediaKind
{
    /// <summary>A pixel of less alpha is not seen.</summary>
    private const uint Seen = 128;

    public override Task<IFrameWriter> OpenAsync(Delivery delivery, CancellationToken cancel) => Task.FromResult<IFrameWriter>(new GifWriter(delivery, Reduce));

    public override IAsyncEnumerable<DecodedRun> ReadAsync(Delivery delivery, CancellationToken cancel) => PictureReader.ReadAsync(delivery, cancel);

    public override void Reduce(Span<byte> painted)
    {
        foreach (ref var pixel in MemoryMarshal.Cast<byte, uint>(painted))
        {
            pixel = pixel >> 24 < Seen ? 0 : pixel | 0xFF000000;
        }
    }
}
