using System.Collections.Immutable;
using System.IO.Compression;
using System.Security.Cryptography;
using Hang.Media.Frames;
using Hang.Media.Stills;
using Hang.Scene.Time;

namespace Hang.Media.Kinds;

/// <summary>A kind that is a still for each frame.</summary>
internal abstract class SequenceKind : MediaKind
{
    public override int Group(FrameRate rate) => 1;

    /// <summary>The stills of a zip, by their names and bytes.</summary>
    public override async Task<CodedFrames?> CodedAsync(Delivery delivery, CancellationToken cancel)
    {
        if (!delivery.IsZip)
        {
            return null;
        }
        await using var zip = await ZipFile.OpenReadAsync(delivery.Path, cancel);
        var hashes = ImmutableArray.CreateBuilder<string>();
        foreach (var entry in zip.Entries.Where(e => !e.Name.Equals(StillsWriter.SoundName(delivery.Stem), StringComparison.Ordinal)))
        {
            await using var still = await entry.OpenAsync(cancel);
            hashes.Add($"{entry.FullName} {Convert.ToHexString(await SHA256.HashDataAsync(still, cancel))}");
        }
        return new("", hashes.ToImmutable());
    }

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
