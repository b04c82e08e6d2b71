using System.IO.Compression;
using Hang.Media.Frames;
using Hang.Media.Stills;
using Hang.Scene.Time;

namespace Hang.Media.Kinds;

/// <summary>A kind that is a still for each frame.</summary>
internal abstract class SequenceKind : MediaKind
{
    public override int Group(FrameRate rate) => 1;

    public override async Task JoinAsync(Delivery delivery, IReadOnlyList<string> parts, CancellationToken cancel)
    {
        await using var zip = new ZipArchive(new FileStream(delivery.Path, FileMode.CreateNew), ZipArchiveMode.Create);
        foreach (var part in parts)
        {
            await using var source = await ZipFile.OpenReadAsync(part, cancel);
            foreach (var still in source.Entries)
            {
                var entry = zip.CreateEntry(still.FullName, CompressionLevel.NoCompression);
                entry.LastWriteTime = StillsWriter.ZipTime;
                await using var from = await still.OpenAsync(cancel);
                await using var to = await entry.OpenAsync(cancel);
                await from.CopyToAsync(to, cancel);
            }
        }
        if (delivery.Sound is { } sound)
        {
            await StillsWriter.AddToZipAsync(zip, $"{delivery.Stem}/{StillsWriter.SoundName(delivery.Stem)}", sound.Path, cancel);
        }
    }
}
