using Dapper;
using Hang.Core.Documents;
using Hang.Store.Files;
using Npgsql;

namespace Hang.Store.Fonts;

/// <summary>A font that a package has.</summary>
/// <param name="Name">File name it came with.</param>
/// <param name="Weight">CSS font weight.</param>
/// <param name="Embedding">What its maker allows, in a word.</param>
public sealed record FontRow(string Hash, string Name, string Family, int Weight, string Embedding);

/// <summary>Fonts that packages keep for all their graphics: what they are in the database, their bytes among the files.</summary>
public sealed class FontStore(NpgsqlDataSource database, IFileStore files)
{
    private const string Columns = "hash, name, family, weight, embedding";

    /// <summary>The fonts of a graphic's package, by family and weight.</summary>
    public async Task<IReadOnlyList<FontRow>> ListAsync(Guid graphic, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        return [.. await connection.QueryAsync<FontRow>(new($"select {Columns} from fonts where package_id = (select package_id from graphics where id = @graphic) order by family, weight", new { graphic }, cancellationToken: cancel))];
    }

    /// <summary>All fonts of a family, whichever package has them, each once.</summary>
    public IReadOnlyList<FontRow> OfFamily(string family)
    {
        using var connection = database.OpenConnection();
        return [.. connection.Query<FontRow>($"select distinct {Columns} from fonts where family = @family", new { family })];
    }

    /// <summary>Keeps a font for a package; one that it has already is left alone.</summary>
    public async Task AddAsync(Guid package, FontRow font, byte[] bytes, CancellationToken cancel = default)
    {
        await files.SaveAsync(Key(font.Hash), bytes);
        await using var connection = await database.OpenConnectionAsync(cancel);
        await connection.ExecuteAsync(new(
            "insert into fonts (package_id, hash, name, family, weight, embedding) values (@package, @Hash, @Name, @Family, @Weight, @Embedding) on conflict do nothing",
            new { package, font.Hash, font.Name, font.Family, font.Weight, font.Embedding }, cancellationToken: cancel));
    }

    /// <summary>The font's file, or null.</summary>
    public byte[]? Bytes(string hash) => GraphicJson.IsHash(hash) ? files.Read(Key(hash)) : null;

    /// <summary>Gives a package the fonts of another.</summary>
    public async Task CopyAsync(Guid from, Guid to, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        await connection.ExecuteAsync(new($"insert into fonts (package_id, {Columns}) select @to, {Columns} from fonts where package_id = @from on conflict do nothing", new { from, to }, cancellationToken: cancel));
    }

    private static string Key(string hash) => GraphicJson.IsHash(hash) ? $"fonts/{hash}" : throw new ArgumentException("This is no content hash.", nameof(hash));
}
