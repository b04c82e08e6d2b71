using System.IO.Compression;
using Hang.Media.Encoding;
using Hang.Media.Frames;
using Hang.Media.Movies;
using Hang.Media.Slices;

namespace Hang.Media.Kinds;

/// <summary>Writes fill and key at once, from the same painted frames, into a folder or a zip. The sound goes with the fill.</summary>
internal sealed class PairWriter : IFrameWriter
{
    private readonly Delivery delivery;
    private readonly string folder;
    private readonly PacketWriter fill,
        key;

    public PairWriter(Delivery delivery)
    {
        this.delivery = delivery;
        folder = delivery.IsZip ? delivery.Path + ".pair" : delivery.Path;
        Directory.CreateDirectory(folder);
        var names = PairFiles.Names(Path.Combine(folder, delivery.Stem + ".mov"));
        var arguments = ProresArguments.Of(delivery, delivery.Width, delivery.Height, "pipe:1");
        fill = new(arguments, new(delivery with { Path = names.Fill }, ProresHqKind.Look), frame => frame.Encoded.AsSpan(0, frame.Encoded!.Length / 2));
        key = new(arguments, new(delivery with { Path = names.Key, Sound = null }, ProresHqKind.Look), frame =>
            frame.Encoded.AsSpan(frame.Encoded!.Length / 2)
        );
    }

    /// <summary>The fill, and behind it the key: alpha as grey.</summary>
    public void Prepare(PaintedFrame frame)
    {
        var length = Yuv422.Length(frame.Width, frame.Height);
        frame.Encoded = frame.Room(2 * length);
        Yuv422.Convert(frame.Pixels, frame.Width, frame.Height, frame.Encoded.AsSpan(0, length));
        Yuv422.Key(frame.Pixels, frame.Width, frame.Height, frame.Encoded.AsSpan(length));
    }

    public async Task WriteAsync(PaintedFrame frame, int first, int times, CancellationToken cancel)
    {
        await fill.WriteAsync(frame, first, times, cancel);
        await key.WriteAsync(frame, first, times, cancel);
    }

    public async Task FinishAsync(CancellationToken cancel)
    {
        await fill.FinishAsync(cancel);
        await key.FinishAsync(cancel);
        // They are read again below: both must have let go of their files.
        await fill.DisposeAsync();
        await key.DisposeAsync();
        if (!delivery.IsZip)
        {
            return;
        }
        await using var zip = await ZipFile.OpenAsync(delivery.Path, ZipArchiveMode.Create, cancel);
        foreach (var path in Directory.GetFiles(folder).Order(StringComparer.Ordinal))
        {
            await Stills.StillsWriter.AddToZipAsync(zip, Path.GetFileName(path), path, cancel);
        }
    }

    public async ValueTask DisposeAsync()
    {
        await fill.DisposeAsync();
        await key.DisposeAsync();
        if (delivery.IsZip && Directory.Exists(folder))
        {
            Directory.Delete(folder, true);
        }
    }
}
