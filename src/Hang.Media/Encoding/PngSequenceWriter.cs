using System.Globalization;
using System.IO.Compression;
using Hang.Media.Rendering;

namespace Hang.Media.Encoding;

/// <summary>Writes an image sequence of PNG stills into a zip, or into a folder.</summary>
public sealed class PngSequenceWriter : IFrameWriter
{
    private readonly ZipArchive? zip;
    private readonly string? folder;
    private readonly string stem;
    private readonly int from;

    private PngSequenceWriter(ZipArchive? zip, string? folder, string stem, int from) => (this.zip, this.folder, this.stem, this.from) = (zip, folder, stem, from);

    /// <param name="stem">Stills are named stem_00000.png by their frame in the graphic.</param>
    /// <param name="from">Frame of the graphic that comes first.</param>
    public static PngSequenceWriter Zip(string path, string stem, int from) =>
        new(new(new FileStream(path, FileMode.CreateNew), ZipArchiveMode.Create), null, stem, from);

    /// <inheritdoc cref="Zip"/>
    public static PngSequenceWriter Folder(string path, string stem, int from)
    {
        Directory.CreateDirectory(path);
        return new(null, path, stem, from);
    }

    /// <summary>The name of a still.</summary>
    public static string Name(string stem, int frame) => string.Create(CultureInfo.InvariantCulture, $"{stem}_{frame:00000}.png");

    public void Prepare(PaintedFrame frame) => frame.Encoded = PngEncoder.Encode(frame);

    public async Task WriteAsync(PaintedFrame frame, int first, int times, CancellationToken cancel)
    {
        for (var i = 0; i < times; i++)
        {
            var name = Name(stem, from + first + i);
            if (zip is null)
            {
                await File.WriteAllBytesAsync(Path.Combine(folder!, name), frame.Encoded!, cancel);
                continue;
            }
            var entry = zip.CreateEntry(name, CompressionLevel.NoCompression);
            // The time in a zip is of the clock; a fixed one keeps equal work equal to the byte.
            entry.LastWriteTime = new DateTimeOffset(2026, 1, 1, 0, 0, 0, TimeSpan.Zero);
            await using var stream = await entry.OpenAsync(cancel);
            await stream.WriteAsync(frame.Encoded!, cancel);
        }
    }

    public Task FinishAsync(CancellationToken cancel)
    {
        zip?.Dispose();
        return Task.CompletedTask;
    }

    public ValueTask DisposeAsync()
    {
        zip?.Dispose();
        return ValueTask.CompletedTask;
    }
}
