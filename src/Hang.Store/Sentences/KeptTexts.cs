using Dapper;
using Hang.Scene;
using Hang.Scene.Json;
using Npgsql;

namespace Hang.Store.Sentences;

/// <summary>Gives texts that a version of before kept, as English alone, their form and holes.</summary>
public sealed class KeptTexts(NpgsqlDataSource database)
{
    private static readonly (string Table, string Column)[] Kept = [("revisions", "label"), ("handoffs", "problem"), ("handoff_chunks", "problem")];

    /// <param name="read">Finds the parts of a text; one that it does not know becomes somebody's own words.</param>
    /// <returns>How many rows have parts now that had none.</returns>
    public async Task<int> TakeApartAsync(Func<string, Sentence> read, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        var changed = 0;
        foreach (var (table, column) in Kept)
        {
            var texts = await connection.QueryAsync<string>(
                new($"select distinct {column} from {table} where {column}_say is null and {column} is not null", cancellationToken: cancel)
            );
            foreach (var text in texts)
            {
                changed += await connection.ExecuteAsync(
                    new(
                        $"update {table} set {column}_say = @say::jsonb where {column} = @text and {column}_say is null",
                        new { text, say = SentenceJson.Text(read(text)) },
                        cancellationToken: cancel
                    )
                );
            }
        }
        return changed;
    }
}
