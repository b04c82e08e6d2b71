using System.Collections.Immutable;
using System.IO.Compression;
using Hang.Core.Evaluation;
using Hang.Core.Handoff;
using Hang.Media.Frames;
using Hang.Media.Kinds;
using Hang.Media.Movies;
using Hang.Media.Probing;
using Hang.Media.Stills;

namespace Hang.Media.Rendering;

/// <summary>A long handoff as parts that are rendered apart and joined without encoding again. Only kinds whose frames stand by themselves are cut.</summary>
public static class Chunks
{
    // Fewer frames, or fewer pixels, are not worth an encoder of their own: 16 frames of 960 x 540.
    private const int LeastDistinct = 16,
        LeastPixels = LeastDistinct * 960 * 540,
        Most = 64,
        ForEachWorker = 3;

    /// <summary>While others wait that idle workers can take, only a part so many times as large is worth it.</summary>
    private const int WhileOthersWait = 8;

    /// <summary>Frames of each part: as many distinct ones in each, and never a cut within equal neighbours.</summary>
    /// <param name="workers">How many can help.</param>
    /// <param name="othersWait">Whether there are handoffs that nobody has taken yet.</param>
    /// <returns>One part where cutting does not pay, or the kind cannot be joined.</returns>
    public static ImmutableArray<int> Lengths(Evaluator evaluator, HandoffPlan plan, int workers, bool othersWait = false)
    {
        if (workers < 2 || !FileKinds.Of(plan.Kind).IsIntraOnly || plan.Kind is FileKind.Still or FileKind.Pair)
        {
            return [plan.Frames];
        }
        var runs = FramePipeline.Runs(evaluator, plan).Select(r => r.Times).ToArray();
        var (width, height) = plan.Size(evaluator.Graphic);
        var least = Math.Max(LeastDistinct, LeastPixels / Math.Max(1L, (long)width * height)) * (othersWait ? WhileOthersWait : 1);
        var parts = (int)Math.Clamp(Math.Min(runs.Length / least, workers * ForEachWorker), 1, Most);
        return [.. Enumerable.Range(0, parts).Select(i => runs[(i * runs.Length / parts)..((i + 1) * runs.Length / parts)].Sum())];
    }

    /// <summary>The plan of a part.</summary>
    /// <param name="first">Place of its first frame in the file.</param>
    public static HandoffPlan Part(HandoffPlan plan, int first, int frames) =>
        plan with
        {
            From = plan.FrameAt(first),
            To = plan.FrameAt(first + frames - 1),
            // The sound is put in where the parts are joined.
            Silent = true,
            FirstNumber = plan.FirstNumber is { } number ? number + first : null,
        };

    /// <summary>Joins rendered parts, and the sound, into the file that one worker would have made.</summary>
    public static async Task JoinAsync(Delivery delivery, IReadOnlyList<string> parts, CancellationToken cancel)
    {
        if (FileKinds.Of(delivery.Plan.Kind).IsSequence)
        {
            await JoinStillsAsync(delivery, parts, cancel);
            return;
        }
        using var file = MediaKinds.Of(delivery.Plan.Kind).OpenMovie(delivery);
        foreach (var part in parts)
        {
            using var source = File.OpenHandle(part);
            foreach (var place in await SamplePlace.ReadAsync(part, cancel))
            {
                cancel.ThrowIfCancellationRequested();
                file.Add(SampleReader.Read(source, place), 1);
            }
        }
        file.Finish();
    }

    private static async Task JoinStillsAsync(Delivery delivery, IReadOnlyList<string> parts, CancellationToken cancel)
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
