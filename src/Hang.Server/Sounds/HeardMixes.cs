using System.Collections.Concurrent;
using Hang.Core.Documents;
using Hang.Core.Sounds;
using Hang.Media.Sounds;
using Microsoft.Extensions.Caching.Memory;

namespace Hang.Server.Sounds;

/// <summary>What benches have been told that they can hear, by key, so that its samples can be fetched piece by piece.</summary>
public sealed class HeardMixes(SoundShelf sounds) : IDisposable
{
    private const int MostKept = 400;
    private readonly MemoryCache mixes = new(new MemoryCacheOptions { SizeLimit = MostKept });
    private readonly ConcurrentDictionary<string, Task<Loudness>> measuring = new(StringComparer.Ordinal);

    /// <summary>What is heard of a graphic on the bench, guides included; with its loudness if that is known.</summary>
    /// <exception cref="Scene.ProblemException">A sound is missing.</exception>
    public async Task<Sounding> SoundingAsync(Graphic graphic)
    {
        var key = Sounding.KeyOf(graphic);
        var mix = await KeepAsync(key, graphic, null);
        var layers = new List<HeardLayer>();
        foreach (var layer in SoundMix.Heard(graphic, guides: true))
        {
            var own = Sounding.KeyOf(graphic, only: layer.Id);
            await KeepAsync(own, graphic, layer.Id);
            layers.Add(new(layer.Id, own));
        }
        return new(key, mix.Count, [.. layers], await sounds.BeatsAsync(graphic), mixes.Get<Loudness>("loud " + key));
    }

    /// <summary>The same, once its loudness is known.</summary>
    public async Task<Sounding> LoudAsync(Graphic graphic)
    {
        var sounding = await SoundingAsync(graphic);
        if (sounding.Key.Length == 0 || sounding.Loudness is not null)
        {
            return sounding;
        }
        // A file has no guides, so they do not count.
        var mix = await sounds.MixAsync(graphic);
        var loudness = await measuring.GetOrAdd(sounding.Key, _ => Task.Run(() => Loudness.Of(mix, 0, mix.Count)));
        measuring.TryRemove(sounding.Key, out _);
        mixes.Set("loud " + sounding.Key, loudness, Entry);
        return sounding with { Loudness = loudness };
    }

    /// <summary>What is heard under a key; null when it is not known any more.</summary>
    public SoundMix? Find(string key) => mixes.Get<SoundMix>(key);

    public void Dispose() => mixes.Dispose();

    private static MemoryCacheEntryOptions Entry => new() { Size = 1, SlidingExpiration = TimeSpan.FromHours(12) };

    private async Task<SoundMix> KeepAsync(string key, Graphic graphic, string? only) =>
        mixes.Get<SoundMix>(key) ?? mixes.Set(key, await sounds.MixAsync(graphic, true, only), Entry);
}
