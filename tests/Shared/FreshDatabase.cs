using Npgsql;

namespace Hang.Tests.Shared;

/// <summary>A database of its own for a test class, in the PostgreSQL cluster that ./hang test starts and deletes.</summary>
public sealed class FreshDatabase
{
    private readonly string cluster = Environment.GetEnvironmentVariable("HANG_TEST_DATABASE")
        ?? throw new InvalidOperationException("HANG_TEST_DATABASE is not set; run the tests with ./hang test.");

    private readonly string name = $"test_{Guid.NewGuid():N}";

    public FreshDatabase()
    {
        Run($"create database {name}");
        ConnectionString = new NpgsqlConnectionStringBuilder(cluster) { Database = name, MaxPoolSize = 20 }.ConnectionString;
    }

    public string ConnectionString { get; }

    private void Run(string sql)
    {
        using var connection = new NpgsqlConnection(cluster);
        connection.Open();
        using var command = new NpgsqlCommand(sql, connection);
        command.ExecuteNonQuery();
    }
}
