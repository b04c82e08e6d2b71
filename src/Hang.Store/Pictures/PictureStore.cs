using Dapper;
using Hang.Core.Documents;
using Hang.Scene.Sources;
using Hang.Store.Files;
using Npgsql;

namespace Hang.Store.Pictures;

/// <summary>Pictures by content hash: what they are in the database, their bytes among the files.</summary>
public sealed class PictureStore(NpgsqlDataSource database, IFileStore files)
{
    /// <summary>Keeps a picture; one that is there already is left alone.</summary>
    public async Task AddAsync(string hash, Asset asset, byte[] bytes, CancellationToken cancel = default)
    {
        await files.SaveAsync(Key(hash), bytes);
        await using var connection = await database.OpenConnectionAsync(cancel);
        await connection.ExecuteAsync(new(
            "insert into pictures (hash, name, type, width, height) values (@hash, @Name, @Type, @Width, @Height) on conflict do nothing",
            new { hash, asset.Name, asset.Type, asset.Width, asset.Height }, cancellationToken: cancel));
    }

    /// <summary>What the picture is, or null.</summary>
    public async Task<Asset?> FindAsync(string hash, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        return await connection.QuerySingleOrDefaultAsync<Asset>(new("select name, type, width, height from pictures where hash = @hash", new { hash }, cancellationToken: cancel));
    }

    /// <summary>The picture's bytes, or null.</summary>
    public byte[]? Bytes(string hash) => IsHash(hash) ? files.Read(Key(hash)) : null;

    private static bool IsHash(string hash) => GraphicJson.IsHash(hash);

    private static string Key(string hash) => IsHash(hash) ? $"pictures/{hash}" : throw new ArgumentException("This is no content hash.", nameof(hash));
}
