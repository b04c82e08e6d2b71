using System.Diagnostics;
using System.Globalization;
using System.Net;
using System.Net.Sockets;
using Hang.Tests.Shared;

namespace Hang.Benchmarks;

/// <summary>A server or a worker in a process of its own.</summary>
internal sealed class HangProcess : IAsyncDisposable
{
    private readonly Process process;

    private HangProcess(Process process, string address) => (this.process, Address) = (process, address);

    public string Address { get; }

    public int Id => process.Id;

    /// <summary>Starts one, and waits until it is ready.</summary>
    /// <param name="database">Connection string of its database.</param>
    /// <param name="files">The folder of its files.</param>
    /// <param name="settings">Other settings, by their names without "HANG_".</param>
    /// <param name="core">The only core that it and what it starts may use; null: all.</param>
    public static async Task<HangProcess> StartAsync(string database, string files, IReadOnlyDictionary<string, string>? settings = null, int? core = null)
    {
        using var listener = new TcpListener(IPAddress.Loopback, 0);
        listener.Start();
        var address = $"http://127.0.0.1:{((IPEndPoint)listener.LocalEndpoint).Port}";
        listener.Stop();
        var root = ProjectFolder.Root;
        string[] words = ["dotnet", Path.Combine(root, "src", "Hang.Server", "bin", "Release", "net10.0", "Hang.Server.dll"), "--urls", address];
        if (core is { } one)
        {
            words = ["taskset", "-c", one.ToString(CultureInfo.InvariantCulture), .. words];
        }
        var start = new ProcessStartInfo(words[0], words[1..]) { RedirectStandardOutput = true, RedirectStandardError = true };
        start.Environment["HANG_Database"] = database;
        start.Environment["HANG_Files"] = files;
        start.Environment["HANG_Web"] = Path.Combine(root, "web", "dist");
        start.Environment["HANG_Demo"] = Path.Combine(root, "demo");
        foreach (var (name, value) in settings ?? new Dictionary<string, string>())
        {
            start.Environment[$"HANG_{name}"] = value;
        }
        var process = Process.Start(start)!;
        process.OutputDataReceived += (_, _) => { };
        process.ErrorDataReceived += (_, _) => { };
        process.BeginOutputReadLine();
        process.BeginErrorReadLine();
        using var http = new HttpClient();
        for (var i = 0; i < 600; i++)
        {
            try
            {
                if ((await http.GetAsync($"{address}/health/ready")).IsSuccessStatusCode)
                {
                    return new(process, address);
                }
            }
            catch (HttpRequestException)
            {
                // Not listening yet.
            }
            await Task.Delay(50);
        }
        throw new InvalidOperationException("The server did not start.");
    }

    public async ValueTask DisposeAsync()
    {
        if (!process.HasExited)
        {
            process.Kill();
            await process.WaitForExitAsync();
        }
        process.Dispose();
    }
}
