namespace Hang.Benchmarks;

/// <summary>A Hang of the measures' own, started when the first of them needs it. ./hang bench gives the database.</summary>
internal static class RunningHang
{
    private static HangProcess? server;

    /// <summary>Connection string of a PostgreSQL database that is thrown away afterwards.</summary>
    public static string Database =>
        Environment.GetEnvironmentVariable("HANG_BENCH_DATABASE")
        ?? throw new InvalidOperationException("There is no database to measure with; use ./hang bench.");

    public static int ProcessId => server!.Id;

    /// <summary>Its address.</summary>
    public static async Task<string> StartAsync() =>
        (server ??= await HangProcess.StartAsync(Database, Directory.CreateTempSubdirectory("hang-bench-files-").FullName)).Address;

    public static async Task StopAsync()
    {
        if (server is not null)
        {
            await server.DisposeAsync();
        }
    }
}
