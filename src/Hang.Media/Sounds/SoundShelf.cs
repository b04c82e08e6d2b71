using System.Collections.Concurrent;
using System.Collections.Immutable;
using Hang.Core.Documents;
using Hang.Core.Sounds;
using Hang.Scene;
using Hang.Scene.Sources;

namespace Hang.Media.Sounds;

/// <summary>Sounds that are heard, by content hash; each is decoded once and then read from a file.</summary>
/// <param name="file">Gives the path of a sound's own file; null when it is not there.</param>
/// <param name="decoded">Gives the path at which its decoded samples lie, or shall lie.</param>
public sealed class SoundShelf(Func<string, CancellationToken, Task<string?>> file, Func<string, string> decoded) : IDisposable
{
    private readonly ConcurrentDictionary<string, FileSamples> open = new(StringComparer.Ordinal);
    private readonly ConcurrentDictionary<string, Lazy<IReadOnlyList<long>>> onsets = new(StringComparer.Ordinal);
    private readonly SemaphoreSlim turn = new(1);

    /// <summary>What is heard of a graphic.</summary>
    /// <exception cref="ProblemException">A sound is not there, or cannot be decoded any more.</exception>
    public async Task<SoundMix> MixAsync(Graphic graphic, bool guides = false, string? only = null, CancellationToken cancel = default)
    {
        foreach (var hash in SoundMix.Heard(graphic, guides).Select(l => l.Content.Kind.Heard!.HashOf(l.Content.Values)).Distinct(StringComparer.Ordinal))
        {
            await OpenAsync(hash, graphic.Sources.Find(SoundSources.Kind, hash)!, cancel);
        }
        return new(graphic, hash => open[hash], guides, only);
    }

    /// <summary>The frames of a graphic in which something begins to be heard.</summary>
    public async Task<ImmutableArray<int>> BeatsAsync(Graphic graphic, CancellationToken cancel = default)
    {
        await MixAsync(graphic, true, cancel: cancel);
        return Beats.Of(graphic, hash => onsets.GetOrAdd(hash, h => new(() => Onsets.Of(open[h]))).Value);
    }

    public void Dispose()
    {
        foreach (var samples in open.Values)
        {
            samples.Dispose();
        }
        turn.Dispose();
    }

    private async Task OpenAsync(string hash, SoundAsset asset, CancellationToken cancel)
    {
        if (open.ContainsKey(hash))
        {
            return;
        }
        await turn.WaitAsync(cancel);
        try
        {
            if (open.ContainsKey(hash))
            {
                return;
            }
            var path = decoded(hash);
            if (!File.Exists(path))
            {
                var from = await file(hash, cancel);
                var format = SoundFormat.ByType(asset.Type);
                if (from is null || format is null)
                {
                    throw new ProblemException($"The sound {asset.Name} is missing.", $"Add it again.", field: "sound");
                }
                await SoundDecoder.DecodeAsync(asset.Name, from, format, path, cancel);
            }
            open[hash] = new(path);
        }
        finally
        {
            turn.Release();
        }
    }
}
