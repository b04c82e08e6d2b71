using System.Runtime.CompilerServices;
using Hang.Media.Frames;
using Hang.Media.Probing;
using Hang.Media.Reading;
using Microsoft.Win32.SafeHandles;

namespace Hang.Media.Movies;

/// <summary>
/// Decodes a MOV whose samples stand by themselves at the cost of its distinct ones: where each sample lies is asked for, equal neighbours are found
/// by their bytes, and one of each is decoded.
/// </summary>
internal static class SampleReader
{
    /// <exception cref="Scene.ProblemException">The file cannot be read or decoded.</exception>
    public static async IAsyncEnumerable<DecodedRun> ReadAsync(
        string path,
        MovLook look,
        FrameShape shape,
        Delivery delivery,
        [EnumeratorCancellation] CancellationToken cancel
    )
    {
        var distinct = Path.Combine(Path.GetTempPath(), $"hang-distinct-{Guid.NewGuid():N}.mov");
        try
        {
            var times = await CopyAsync(path, distinct, look, delivery, cancel);
            var at = 0;
            await foreach (var run in VideoReader.ReadAsync(distinct, [], shape, delivery, cancel))
            {
                // Other samples may still decode to equal pictures.
                var all = 0;
                for (var i = 0; i < run.Times && at < times.Count; i++)
                {
                    all += times[at++];
                }
                yield return run with
                {
                    Times = all,
                };
            }
        }
        finally
        {
            File.Delete(distinct);
        }
    }

    /// <summary>Copies one of each run of equal samples.</summary>
    /// <returns>How long each run is.</returns>
    private static async Task<List<int>> CopyAsync(string path, string distinct, MovLook look, Delivery delivery, CancellationToken cancel)
    {
        using var file = new MovFile(delivery with { Path = distinct, Sound = null }, look);
        var times = new List<int>();
        await foreach (var (sample, count) in RunsAsync(path, PlacesAsync(path, delivery, cancel), cancel))
        {
            file.Add(sample, 1);
            times.Add(count);
        }
        file.Finish();
        return times;
    }

    /// <summary>Where the samples of a delivered file lie: as ffprobe reads it, or as a part's own tables say.</summary>
    public static Task<IReadOnlyList<SamplePlace>> PlacesAsync(string path, Delivery delivery, CancellationToken cancel) =>
        delivery.IsPart ? MovSamples.PlacesAsync(path, cancel) : SamplePlace.ReadAsync(path, cancel);

    /// <summary>The samples of a file in order, equal neighbours counted instead of repeated.</summary>
    /// <param name="places">Where they lie.</param>
    public static async IAsyncEnumerable<(byte[] Sample, int Times)> RunsAsync(
        string path,
        Task<IReadOnlyList<SamplePlace>> places,
        [EnumeratorCancellation] CancellationToken cancel
    )
    {
        using var source = File.OpenHandle(path);
        var (before, times) = (Array.Empty<byte>(), 0);
        foreach (var place in await places)
        {
            cancel.ThrowIfCancellationRequested();
            var sample = Read(source, place);
            if (times > 0 && sample.AsSpan().SequenceEqual(before))
            {
                times++;
                continue;
            }
            if (times > 0)
            {
                yield return (before, times);
            }
            (before, times) = (sample, 1);
        }
        if (times > 0)
        {
            yield return (before, times);
        }
    }

    /// <summary>
    /// Decodes some frames of a file as wholes, each once for every time it is asked for; whoever reads one after asking for the next holds it.
    /// </summary>
    /// <param name="places">Where its samples lie.</param>
    /// <param name="frames">Places in the file, rising.</param>
    public static async IAsyncEnumerable<DecodedFrame> DecodeAsync(
        Delivery delivery,
        MovLook look,
        IReadOnlyList<SamplePlace> places,
        IReadOnlyList<int> frames,
        [EnumeratorCancellation] CancellationToken cancel
    )
    {
        var some = Path.Combine(Path.GetTempPath(), $"hang-some-{Guid.NewGuid():N}.mov");
        try
        {
            using (var source = File.OpenHandle(delivery.Path))
            using (var file = new MovFile(delivery with { Path = some, Sound = null }, look))
            {
                foreach (var frame in frames)
                {
                    file.Add(Read(source, places[frame]), 1);
                }
                file.Finish();
            }
            await foreach (var run in VideoReader.ReadAsync(some, [], FrameShape.Full12, delivery, cancel))
            {
                for (var i = 0; i < run.Times; i++)
                {
                    yield return run.Frame;
                }
                run.Frame.LetGo();
            }
        }
        finally
        {
            File.Delete(some);
        }
    }

    /// <summary>The bytes of a sample.</summary>
    /// <exception cref="Scene.ProblemException">The file ends within it.</exception>
    public static byte[] Read(SafeFileHandle source, SamplePlace place)
    {
        var sample = new byte[place.Size];
        for (var read = 0; read < sample.Length; )
        {
            var got = RandomAccess.Read(source, sample.AsSpan(read), place.At + read);
            read = got > 0 ? read + got : throw new Scene.ProblemException($"The file ends within a frame.", $"Hand it off again.", field: "file");
        }
        return sample;
    }
}
