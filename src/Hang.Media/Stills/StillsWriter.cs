using System.Globalization;
using System.IO.Compression;
using Hang.Media.Frames;

namespace Hang.Media.Stills;

/// <summary>Writes an image sequence: a still per frame in a folder, which may lie in a zip.</summary>
internal sealed class StillsWriter : IFrameWriter
{
    private readonly Delivery delivery;
    private readonly string ending;
    private readonly Func<PaintedFrame, byte[]> encode;
    private readonly ZipArchive? zip;

    /// <param name="ending">Of the stills, without the dot.</param>
    /// <param name="encode">Makes a still, on a painting thread.</param>
    public StillsWriter(Delivery delivery, string ending, Func<PaintedFrame, byte[]> encode)
    {
        (this.delivery, this.ending, this.encode) = (delivery, ending, encode);
        if (delivery.IsZip)
        {
            zip = new(new FileStream(delivery.Path, FileMode.CreateNew), ZipArchiveMode.Create);
        }
        else
        {
            Directory.CreateDirectory(delivery.Path);
        }
    }

    /// <summary>The time in a zip is of the clock; a fixed one keeps equal work equal to the byte.</summary>
    public static DateTimeOffset ZipTime { get; } = new(2026, 1, 1, 0, 0, 0, TimeSpan.Zero);

    /// <summary>The name of a still.</summary>
    public static string Name(string stem, int number, string ending) => string.Create(CultureInfo.InvariantCulture, $"{stem}_{number:00000}.{ending}");

    public void Prepare(PaintedFrame frame) => frame.Encoded = encode(frame);

    public async Task WriteAsync(PaintedFrame frame, int first, int times, CancellationToken cancel)
    {
        var from = delivery.Plan.FirstNumber;
        for (var i = 0; i < times; i++)
        {
            // Without a number of its own, a still has that of its frame in the graphic.
            var number = from is null ? delivery.Plan.FrameAt(first + i) : from.Value + first + i;
            var name = Name(delivery.Stem, number, ending);
            if (zip is null)
            {
                await File.WriteAllBytesAsync(Path.Combine(delivery.Path, name), frame.Encoded!, cancel);
                continue;
            }
            var entry = zip.CreateEntry($"{delivery.Stem}/{name}", CompressionLevel.NoCompression);
            entry.LastWriteTime = ZipTime;
            await using var stream = await entry.OpenAsync(cancel);
            await stream.WriteAsync(frame.Encoded!, cancel);
        }
    }

    public async Task FinishAsync(CancellationToken cancel)
    {
        if (delivery.Sound is { } sound)
        {
            await AddSoundAsync(sound, cancel);
        }
        zip?.Dispose();
    }

    /// <summary>The name of the sound beside the stills.</summary>
    public static string SoundName(string stem) => stem + ".wav";

    private async Task AddSoundAsync(SoundTrack sound, CancellationToken cancel)
    {
        var name = SoundName(delivery.Stem);
        if (zip is null)
        {
            File.Copy(sound.Path, Path.Combine(delivery.Path, name));
            return;
        }
        await AddToZipAsync(zip, $"{delivery.Stem}/{name}", sound.Path, cancel);
    }

    /// <summary>Puts a file into a zip as it is.</summary>
    public static async Task AddToZipAsync(ZipArchive zip, string name, string path, CancellationToken cancel)
    {
        var entry = zip.CreateEntry(name, CompressionLevel.NoCompression);
        entry.LastWriteTime = ZipTime;
        await using var stream = await entry.OpenAsync(cancel);
        await using var file = File.OpenRead(path);
        await file.CopyToAsync(stream, cancel);
    }

    public ValueTask DisposeAsync()
    {
        zip?.Dispose();
        return ValueTask.CompletedTask;
    }
}
