using System.IO.Compression;
using System.Runtime.CompilerServices;
using Hang.Core.Handoff;
using Hang.Media.Frames;
using Hang.Media.Movies;
using Hang.Media.Reading;

namespace Hang.Media.Kinds;

/// <summary>Fill and key: the picture and its alpha as grey, as two movies of one name.</summary>
internal sealed class PairKind : MediaKind
{
    public override Task<IFrameWriter> OpenAsync(Delivery delivery, CancellationToken cancel) => Task.FromResult<IFrameWriter>(new PairWriter(delivery));

    public override async IAsyncEnumerable<DecodedRun> ReadAsync(Delivery delivery, [EnumeratorCancellation] CancellationToken cancel)
    {
        using var pair = await PairFiles.OpenAsync(delivery.Path, cancel);
        await using var keys = SampleReader.ReadAsync(pair.Key, ProresHqKind.Look, FrameShape.Half10, delivery, cancel).GetAsyncEnumerator(cancel);
        var left = 0;
        PlanarFrame? key = null;
        await foreach (var fill in SampleReader.ReadAsync(pair.Fill, ProresHqKind.Look, FrameShape.Half10, delivery, cancel))
        {
            for (var times = fill.Times; times > 0; )
            {
                if (left == 0)
                {
                    if (!await keys.MoveNextAsync())
                    {
                        yield break;
                    }
                    (key, left) = ((PlanarFrame)keys.Current.Frame, keys.Current.Times);
                }
                var both = Math.Min(left, times);
                yield return new(((PlanarFrame)fill.Frame).WithKey(key!), both);
                times -= both;
                left -= both;
            }
        }
    }

    public override async Task<IReadOnlyList<ProofFact>> FactsAsync(Delivery delivery, CancellationToken cancel)
    {
        using var pair = await PairFiles.OpenAsync(delivery.Path, cancel);
        var facts = new List<ProofFact>();
        foreach (var (name, path) in new[] { ("fill", pair.Fill), ("key", pair.Key) })
        {
            facts.AddRange(
                (await ProbedAsync(path, delivery, "prores apch", "bt709, bt709, bt709", false, cancel))
                    .Concat(MovTags.Facts(path, delivery, MovLook.Bt709))
                    .Select(f => f with { Name = $"{name}: {f.Name}" })
            );
        }
        return facts;
    }
}

/// <summary>The two files of a pair: beside each other, or in a zip, which is unpacked for as long as they are read.</summary>
internal sealed class PairFiles : IDisposable
{
    private readonly string? unpacked;

    private PairFiles(string fill, string key, string? unpacked) => (Fill, Key, this.unpacked) = (fill, key, unpacked);

    public string Fill { get; }

    public string Key { get; }

    /// <summary>The names of both, from the one that was asked for.</summary>
    public static (string Fill, string Key) Names(string path)
    {
        var stem = Path.Combine(Path.GetDirectoryName(path) ?? "", Path.GetFileNameWithoutExtension(path));
        return ($"{stem}_fill.mov", $"{stem}_key.mov");
    }

    public static async Task<PairFiles> OpenAsync(string path, CancellationToken cancel)
    {
        if (!path.EndsWith(".zip", StringComparison.OrdinalIgnoreCase))
        {
            var (fill, key) = Names(path);
            return new(fill, key, null);
        }
        var folder = Directory.CreateTempSubdirectory("hang-pair-").FullName;
        await ZipFile.ExtractToDirectoryAsync(path, folder, cancel);
        string Named(string end) => Directory.GetFiles(folder, end, SearchOption.AllDirectories).FirstOrDefault() ?? Path.Combine(folder, end);
        return new(Named("*_fill.mov"), Named("*_key.mov"), folder);
    }

    public void Dispose()
    {
        if (unpacked is not null)
        {
            Directory.Delete(unpacked, true);
        }
    }
}
