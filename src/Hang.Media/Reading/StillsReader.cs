using System.IO.Compression;
using System.Runtime.CompilerServices;
using Hang.Media.Frames;
using Hang.Scene;

namespace Hang.Media.Reading;

/// <summary>Reads an image sequence from its zip or folder. A still equal to the one before, byte by byte, is not decoded again.</summary>
internal static class StillsReader
{
    /// <param name="decode">From a still and its name to RGBA.</param>
    /// <exception cref="ProblemException">A still is no picture, damaged, or of another size.</exception>
    public static async IAsyncEnumerable<DecodedRun> ReadAsync(
        Delivery delivery,
        Func<byte[], string, byte[]> decode,
        [EnumeratorCancellation] CancellationToken cancel
    )
    {
        byte[]? before = null;
        var name = "";
        var times = 0;
        DecodedFrame Frame()
        {
            var rgba = decode(before, name);
            return rgba.Length == delivery.FrameBytes
                ? new StillFrame(rgba, delivery.Width)
                : throw new ProblemException($"{name} is not {delivery.Width} x {delivery.Height}.", $"Hand it off again.", field: "file");
        }
        await foreach (var (nextName, still) in StillsAsync(delivery.Path, cancel))
        {
            if (before is not null && still.AsSpan().SequenceEqual(before))
            {
                times++;
                continue;
            }
            if (before is not null)
            {
                yield return new(Frame(), times);
            }
            (before, name, times) = (still, nextName, 1);
        }
        if (before is not null)
        {
            yield return new(Frame(), times);
        }
    }

    /// <summary>The sound lies beside the stills.</summary>
    private static bool IsStill(string name) => !name.EndsWith(Stills.StillsWriter.SoundName(""), StringComparison.Ordinal);

    private static async IAsyncEnumerable<(string Name, byte[] Still)> StillsAsync(string path, [EnumeratorCancellation] CancellationToken cancel)
    {
        if (Directory.Exists(path))
        {
            foreach (var still in Directory.GetFiles(path).Where(IsStill).Order(StringComparer.Ordinal))
            {
                yield return (Path.GetFileName(still), await File.ReadAllBytesAsync(still, cancel));
            }
            yield break;
        }
        await using var zip = await ZipFile.OpenReadAsync(path, cancel);
        foreach (var entry in zip.Entries.Where(e => IsStill(e.Name)).OrderBy(e => e.Name, StringComparer.Ordinal))
        {
            await using var stream = await entry.OpenAsync(cancel);
            var still = new byte[entry.Length];
            await stream.ReadExactlyAsync(still, cancel);
            yield return (entry.Name, still);
        }
    }
}
