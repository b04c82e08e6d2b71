using Dapper;
using Hang.Core.Documents;
using Hang.Scene.Sources;
using Hang.Store.Files;
using Npgsql;

namespace Hang.Store.Sounds;

/// <summary>Sounds by content hash: what they are in the database, their bytes among the files.</summary>
public sealed class SoundStore(NpgsqlDataSource database, IFileStore files)
{
    /// <summary>Keeps a sound; one that is there already is left alone.</summary>
    public async Task AddAsync(string hash, SoundAsset sound, byte[] bytes, CancellationToken cancel = default)
    {
        await files.SaveAsync(Key(hash), bytes);
        await using var connection = await database.OpenConnectionAsync(cancel);
        await connection.ExecuteAsync(new(
            "insert into sounds (hash, name, type, samples, channels) values (@hash, @Name, @Type, @Samples, @Channels) on conflict do nothing",
            new { hash, sound.Name, sound.Type, sound.Samples, sound.Channels }, cancellationToken: cancel));
    }

    /// <summary>What the sound is, or null.</summary>
    public async Task<SoundAsset?> FindAsync(string hash, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        return await connection.QuerySingleOrDefaultAsync<SoundAsset>(new("select name, type, samples, channels from sounds where hash = @hash", new { hash }, cancellationToken: cancel));
    }

    /// <summary>The path of the sound's file on this machine, or null.</summary>
    public async Task<string?> FileAsync(string hash, CancellationToken cancel = default) =>
        GraphicJson.IsHash(hash) && await files.FetchAsync(Key(hash), cancel) ? files.PathOf(Key(hash)) : null;

    /// <summary>Where this machine keeps the sound's decoded samples. They can be made anew at any time.</summary>
    public string DecodedPath(string hash) => files.PathOf(Key(hash) + ".decoded");

    private static string Key(string hash) => GraphicJson.IsHash(hash) ? $"sounds/{hash}" : throw new ArgumentException("This is no content hash.", nameof(hash));
}
