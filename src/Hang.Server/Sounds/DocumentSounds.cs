using System.Collections.Immutable;
using Hang.Core.Documents;
using Hang.Media.Sounds;
using Hang.Scene;
using Hang.Scene.Json;
using Hang.Scene.Sources;
using Hang.Store.Sounds;

namespace Hang.Server.Sounds;

/// <summary>The sounds of documents that come in and go out.</summary>
public sealed class DocumentSounds(SoundStore store)
{
    /// <summary>Takes a sound in.</summary>
    /// <exception cref="ProblemException">It is no sound that Hang takes.</exception>
    public async Task<SoundFile> AddAsync(string name, byte[] bytes, CancellationToken cancel)
    {
        var sound = await SoundFile.ReadAsync(name, bytes, store.DecodedPath, cancel);
        await store.AddAsync(sound.Hash, sound.Asset, bytes, cancel);
        return sound;
    }

    /// <summary>Moves embedded sounds out of a document into the store.</summary>
    /// <exception cref="ProblemException">One is missing, or is not what its hash says.</exception>
    public async Task<Graphic> KeepAsync(Graphic graphic, CancellationToken cancel)
    {
        foreach (var (hash, asset) in graphic.Sounds ?? ImmutableSortedDictionary<string, SoundAsset>.Empty)
        {
            var kept = await store.FindAsync(hash, cancel);
            if (kept is null)
            {
                var data = asset.Data ?? throw new ProblemException($"The sound {asset.Name} is not inside the document.", "Save the document with its sounds embedded.", field: $"/sounds/{hash}");
                var bytes = Base64.Read(asset.Name, data, $"/sounds/{hash}/data");
                if (SoundFile.HashOf(bytes) != hash)
                {
                    throw new ProblemException($"The sound {asset.Name} is not the one that the document was made with.", "Save the document again.", field: $"/sounds/{hash}");
                }
                kept = (await AddAsync(asset.Name, bytes, cancel)).Asset;
            }
            graphic = graphic with { Sounds = graphic.Sounds!.SetItem(hash, kept with { Name = asset.Name }) };
        }
        return graphic;
    }

    /// <summary>A document with the sounds that it uses inside it.</summary>
    /// <exception cref="ProblemException">One is missing.</exception>
    public async Task<Graphic> WithSoundsAsync(Graphic graphic, CancellationToken cancel)
    {
        var used = PlacedRules.AllOf(graphic).SelectMany(g => g.Layers).Select(l => l.Content.Kind.Heard?.HashOf(l.Content.Values)).OfType<string>().Distinct(StringComparer.Ordinal).ToArray();
        var sounds = ImmutableSortedDictionary.CreateBuilder<string, SoundAsset>(StringComparer.Ordinal);
        foreach (var hash in used)
        {
            var asset = graphic.Sounds![hash];
            var path = await store.FileAsync(hash, cancel) ?? throw new ProblemException($"The sound {asset.Name} is missing.", "Add it again.");
            sounds[hash] = asset with { Data = Convert.ToBase64String(await File.ReadAllBytesAsync(path, cancel)) };
        }
        return graphic with { Sounds = used.Length == 0 ? null : sounds.ToImmutable() };
    }
}
