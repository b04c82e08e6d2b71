using System.Globalization;
using System.Net.Http.Json;
using System.Text;
using Hang.Core.Documents;
using Microsoft.AspNetCore.SignalR.Client;
using Microsoft.Extensions.DependencyInjection;

namespace Hang.Benchmarks;

/// <summary>What the server holds after 2000 edits and a whole play of a 10-minute graphic, against what it held when that had been opened.</summary>
internal static class ServerMemoryMeasure
{
    private static readonly int Edits = Measure.Times(2000, 20);

    /// <summary>Ten minutes at 50 frames a second, less the 200 frames of arrival and departure.</summary>
    private static readonly int Hold = Measure.Times(10 * 60 * 50, 1000) - 200;
    private const int WindowLength = 240;

    /// <summary>As many as a large graphic has; what is held is a share of it either way.</summary>
    private const int Layers = 40;

    public static async Task<Measure> RunAsync()
    {
        var address = await RunningHang.StartAsync();
        using var http = new HttpClient { BaseAddress = new(address) };
        var package = await (await http.PostAsJsonAsync("/api/packages", new { name = $"Long {Guid.NewGuid():N}" })).Content.ReadFromJsonAsync<Guid>();
        var document = GraphicJson.Write(ManyLayers.Make(Hold, Layers));
        var added = await http.PostAsync($"/api/packages/{package}/documents", new StringContent(document, Encoding.UTF8, "application/json"));
        var graphic = await added.Content.ReadFromJsonAsync<Guid>();
        await using var line = new HubConnectionBuilder().WithUrl($"{address}/live").AddMessagePackProtocol().Build();
        await line.StartAsync();
        await line.InvokeAsync<object?>("Join", graphic.ToString(), "bench");
        var windows = (int)Math.Ceiling((Hold + 200.0) / WindowLength);
        // Two seconds of play and of work first: what is compiled and pooled once is no growth.
        await PlayAsync(line, 4);
        await EditAsync(line, 0, 200);
        var before = await SettledAsync();
        await EditAsync(line, 200, Edits);
        await PlayAsync(line, windows);
        var after = await SettledAsync();
        return new(
            "server",
            "server's memory after 2000 edits and a play of 10 minutes / before",
            after / before,
            "<= 1.3",
            new()
            {
                ["MB before"] = before,
                ["MB after"] = after,
                ["windows played"] = windows,
            }
        );
    }

    private static async Task EditAsync(HubConnection line, int from, int to)
    {
        for (var i = from; i < to; i++)
        {
            var edit = string.Create(
                CultureInfo.InvariantCulture,
                $"{{\"do\": \"setValue\", \"layer\": \"l{i % Layers + 1}\", \"address\": \"position\", \"value\": [{i}, {i}], \"at\": 160}}"
            );
            await line.InvokeAsync<object?>("Edit", edit);
        }
    }

    /// <summary>Holds the windows that a bench holds while it plays.</summary>
    private static async Task PlayAsync(HubConnection line, int windows)
    {
        for (var i = 0; i < windows; i++)
        {
            await line.InvokeAsync<object?>(
                "Hold",
                new[] { 0, Math.Max(0, i - 1), i, Math.Min(windows - 1, i + 1), Math.Min(windows - 1, i + 2) }.Distinct().ToArray()
            );
        }
    }

    /// <summary>Resident megabytes once they do not change much any more.</summary>
    private static async Task<double> SettledAsync()
    {
        var (last, now) = (0.0, double.MaxValue);
        for (var i = 0; i < 20 && Math.Abs(now - last) > 2; i++)
        {
            await Task.Delay(1000);
            (last, now) = (now, Resident());
        }
        return now;
    }

    private static double Resident()
    {
        var line = File.ReadLines($"/proc/{RunningHang.ProcessId}/status").First(l => l.StartsWith("VmRSS", StringComparison.Ordinal));
        return double.Parse(line.Split(':')[1].Replace("kB", "", StringComparison.Ordinal), CultureInfo.InvariantCulture) / 1000;
    }
}
