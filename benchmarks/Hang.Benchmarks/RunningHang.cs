using System.Diagnostics;
using System.Net;
using System.Net.Sockets;
using Hang.Tests.Shared;

namespace Hang.Benchmarks;

/// <summary>A Hang of the measures' own, started when the first of them needs it. ./hang bench gives the database.</summary>
internal static class RunningHang
{
    private static Process? server;
    private static string? address;

    /// <summary>Connection string of a PostgreSQL database that is thrown away afterwards.</summary>
    public static string Database =>
        Environment.GetEnvironmentVariable("HANG_BENCH_DATABASE")
        ?? throw new InvalidOperationException("There is no database to measure with; use ./hang bench.");

    public static int ProcessId => server!.Id;

    /// <summary>Its address.</summary>
    public static async Task<string> StartAsync()
    {
        if (address is { } known)
        {
            return known;
        }
        using var listener = new TcpListener(IPAddress.Loopback, 0);
        listener.Start();
        var port = ((IPEndPoint)listener.LocalEndpoint).Port;
        listener.Stop();
        var root = ProjectFolder.Root;
        var start = new ProcessStartInfo(
            "dotnet",
            [Path.Combine(root, "src", "Hang.Server", "bin", "Release", "net10.0", "Hang.Server.dll"), "--urls", $"http://127.0.0.1:{port}"]
        )
        {
            RedirectStandardOutput = true,
            RedirectStandardError = true,
        };
        start.Environment["HANG_Database"] = Database;
        start.Environment["HANG_Files"] = Directory.CreateTempSubdirectory("hang-bench-files-").FullName;
        start.Environment["HANG_Web"] = Path.Combine(root, "web", "dist");
        start.Environment["HANG_Demo"] = Path.Combine(root, "demo");
        server = Process.Start(start)!;
        server.OutputDataReceived += (_, _) => { };
        server.ErrorDataReceived += (_, _) => { };
        server.BeginOutputReadLine();
        server.BeginErrorReadLine();
        using var http = new HttpClient();
        for (var i = 0; i < 300; i++)
        {
            try
            {
                if ((await http.GetAsync($"http://127.0.0.1:{port}/health/ready")).IsSuccessStatusCode)
                {
                    return address = $"http://127.0.0.1:{port}";
                }
            }
            catch (HttpRequestException)
            {
                // Not listening yet.
            }
            await Task.Delay(100);
        }
        throw new InvalidOperationException("The server did not start.");
    }

    public static async Task StopAsync()
    {
        if (server is { HasExited: false } running)
        {
            running.Kill();
            await running.WaitForExitAsync();
        }
    }
}
