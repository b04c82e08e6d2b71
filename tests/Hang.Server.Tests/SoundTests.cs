using System.Net;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json;
using Hang.Server.Live;
using Microsoft.AspNetCore.SignalR.Client;

namespace Hang.Server.Tests;

/// <summary>Sounds: taken in, carried in documents, told to benches and put into files.</summary>
[Collection(OneServer.Name)]
public class SoundTests(RunningServer server)
{
    private readonly HttpClient http = server.CreateClient();

    /// <summary>A second of mono PCM at 48 kHz: a click every quarter of it.</summary>
    private static byte[] Clicks()
    {
        var samples = new short[48_000];
        foreach (var at in new[] { 0, 12_000, 24_000, 36_000 })
        {
            for (var i = 0; i < 400; i++)
            {
                samples[at + i] = (short)(12_000 * Math.Exp(-i / 90.0) * (i % 2 == 0 ? 1 : -1));
            }
        }
        using var wave = new MemoryStream();
        using var writer = new BinaryWriter(wave);
        writer.Write("RIFF"u8);
        writer.Write(36 + samples.Length * 2);
        writer.Write("WAVEfmt "u8);
        writer.Write(16);
        writer.Write((short)1);
        writer.Write((short)1);
        writer.Write(48_000);
        writer.Write(96_000);
        writer.Write((short)2);
        writer.Write((short)16);
        writer.Write("data"u8);
        writer.Write(samples.Length * 2);
        foreach (var sample in samples)
        {
            writer.Write(sample);
        }
        return wave.ToArray();
    }

    private Task<HttpResponseMessage> Give(string name, byte[] sound) => http.PostAsync($"/api/sounds/?name={name}", new ByteArrayContent(sound));

    private async Task<Guid> NewPackage(string name) =>
        (await (await http.PostAsJsonAsync("/api/packages", new { name })).Content.ReadFromJsonAsync<JsonElement>()).GetGuid();

    private Task<HttpResponseMessage> Open(Guid package, string document) =>
        http.PostAsync($"/api/packages/{package}/documents", new StringContent(document, Encoding.UTF8, "application/json"));

    private static string Document(string hash, object asset, int from = 5) =>
        JsonSerializer.Serialize(
            new
            {
                hang = 2,
                name = "With a sound",
                kind = "bug",
                width = 96,
                height = 64,
                rate = "25",
                phases = new
                {
                    arrive = 10,
                    hold = 30,
                    leave = 10,
                },
                layers = new object[]
                {
                    new
                    {
                        id = "p",
                        name = "Plate",
                        content = new
                        {
                            kind = "plate",
                            size = new[] { 50, 40 },
                            fill = "#336699",
                        },
                    },
                    new
                    {
                        id = "s",
                        name = "Clicks",
                        @in = from,
                        content = new { kind = "sound", sound = hash },
                    },
                },
                sounds = new Dictionary<string, object> { [hash] = asset },
            }
        );

    [Fact]
    public async Task ASoundIsCarriedInDocuments()
    {
        var package = await NewPackage("Sounds");
        var given = await (await Give("clicks.wav", Clicks())).Content.ReadFromJsonAsync<JsonElement>();
        var hash = given.GetProperty("hash").GetString()!;
        Assert.Equal(
            (48_000, 1, "audio/wav"),
            (given.GetProperty("samples").GetInt32(), given.GetProperty("channels").GetInt32(), given.GetProperty("type").GetString())
        );
        Assert.Equal(Clicks(), await http.GetByteArrayAsync($"/api/sounds/{hash}"));
        var opened = await Open(
            package,
            Document(
                hash,
                new
                {
                    name = "clicks.wav",
                    type = "audio/wav",
                    samples = 48_000,
                    channels = 1,
                }
            )
        );
        var document = await http.GetStringAsync($"/api/graphics/{await opened.Content.ReadFromJsonAsync<Guid>()}/document");
        Assert.Equal(
            Convert.ToBase64String(Clicks()),
            JsonDocument.Parse(document).RootElement.GetProperty("sounds").GetProperty(hash).GetProperty("data").GetString()
        );
        // A sound that is not there, or not what it should be, is refused with its name.
        var missing = await Open(
            package,
            Document(
                "sha256-" + new string('1', 64),
                new
                {
                    name = "gone.wav",
                    type = "audio/wav",
                    samples = 10,
                    channels = 1,
                }
            )
        );
        Assert.Equal(HttpStatusCode.UnprocessableEntity, missing.StatusCode);
        Assert.Contains("gone.wav", await missing.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        var wrong = await Open(
            package,
            Document(
                "sha256-" + new string('2', 64),
                new
                {
                    name = "other.wav",
                    type = "audio/wav",
                    samples = 10,
                    channels = 1,
                    data = Convert.ToBase64String(Clicks()),
                }
            )
        );
        Assert.Equal(HttpStatusCode.UnprocessableEntity, wrong.StatusCode);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await Give("words.wav", "These are words."u8.ToArray())).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await http.GetAsync($"/api/sounds/sha256-{new string('3', 64)}")).StatusCode);
    }

    [Fact]
    public async Task ABenchIsToldWhatIsHeardAndFetchesIt()
    {
        var hash = (await (await Give("clicks.wav", Clicks())).Content.ReadFromJsonAsync<JsonElement>()).GetProperty("hash").GetString()!;
        var graphic = await (
            await Open(
                await NewPackage("Heard"),
                Document(
                    hash,
                    new
                    {
                        name = "clicks.wav",
                        type = "audio/wav",
                        samples = 48_000,
                        channels = 1,
                    }
                )
            )
        ).Content.ReadFromJsonAsync<Guid>();
        await using var line = await server.LineAsync();
        var told = System.Threading.Channels.Channel.CreateUnbounded<JsonElement>();
        line.On<string>("sounding", json => told.Writer.TryWrite(JsonDocument.Parse(json).RootElement));
        await line.InvokeAsync<Refusal?>("Join", graphic.ToString(), "s1");
        async Task<JsonElement> Sounding()
        {
            await line.InvokeAsync<Refusal?>("Sounding");
            await told.Reader.ReadAsync();
            return await told.Reader.ReadAsync();
        }
        var sounding = await Sounding();
        // The third click lies in the midst between two frames.
        Assert.Equal([5, 11, 17, 24], sounding.GetProperty("beats").EnumerateArray().Select(b => b.GetInt32()).Select(b => b == 18 ? 17 : b));
        Assert.InRange(sounding.GetProperty("loudness").GetProperty("truePeak").GetDouble(), -12, -5);
        var key = sounding.GetProperty("key").GetString();
        var samples = await http.GetByteArrayAsync($"/api/heard/{key}/samples?from=0&count=96000");
        Assert.Equal(96_000 * 8, samples.Length);
        // Frame 5 at 25 frames a second begins with sample 9600, equal on both sides.
        Assert.Equal(0, BitConverter.ToSingle(samples, 9599 * 8));
        Assert.Equal(12_000 / 32_768f, BitConverter.ToSingle(samples, 9600 * 8), 1e-4f);
        Assert.Equal(BitConverter.ToSingle(samples, 9610 * 8), BitConverter.ToSingle(samples, 9610 * 8 + 4));
        var outline = await http.GetByteArrayAsync($"/api/heard/{sounding.GetProperty("layers")[0].GetProperty("key").GetString()}/waveform?every=64");
        Assert.Equal(2 * 96_000 / 64, outline.Length);
        Assert.True((sbyte)outline[2 * 150 + 1] > 40);
        Assert.Equal(HttpStatusCode.NotFound, (await http.GetAsync("/api/heard/unknown/samples?from=0&count=10")).StatusCode);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await http.GetAsync($"/api/heard/{key}/waveform?every=100")).StatusCode);
        // What does not change the sound leaves its key; what does gives another.
        await line.InvokeAsync<Refusal?>("Edit", """{"do": "setValue", "layer": "p", "address": "fill", "value": "#102030", "at": 0}""");
        Assert.Equal(key, (await Sounding()).GetProperty("key").GetString());
        await line.InvokeAsync<Refusal?>("Edit", """{"do": "setValue", "layer": "s", "address": "gain", "value": -6, "at": 0}""");
        var softer = await Sounding();
        Assert.NotEqual(key, softer.GetProperty("key").GetString());
        Assert.Equal(
            sounding.GetProperty("loudness").GetProperty("truePeak").GetDouble() - 6,
            softer.GetProperty("loudness").GetProperty("truePeak").GetDouble(),
            0.1
        );
        await line.InvokeAsync<Refusal?>("Edit", """{"do": "removeLayers", "layers": ["s"]}""");
        Assert.Equal("", (await Sounding()).GetProperty("key").GetString());
    }

    [Fact]
    public async Task AHandoffHasTheSoundAndSaysSo()
    {
        var hash = (await (await Give("clicks.wav", Clicks())).Content.ReadFromJsonAsync<JsonElement>()).GetProperty("hash").GetString()!;
        var graphic = await (
            await Open(
                await NewPackage("Handed"),
                Document(
                    hash,
                    new
                    {
                        name = "clicks.wav",
                        type = "audio/wav",
                        samples = 48_000,
                        channels = 1,
                    }
                )
            )
        ).Content.ReadFromJsonAsync<Guid>();
        Assert.True((await http.GetFromJsonAsync<JsonElement>($"/api/graphics/{graphic}/order")).GetProperty("hasSound").GetBoolean());
        var report = await http.GetFromJsonAsync<JsonElement>($"/api/graphics/{graphic}/report");
        Assert.Contains(report.GetProperty("findings").EnumerateArray(), f => f.GetProperty("check").GetString() == "loudness");
        foreach (var silent in new[] { false, true })
        {
            var asked = await http.PostAsJsonAsync(
                $"/api/graphics/{graphic}/handoffs",
                new
                {
                    kind = "pngMovie",
                    backing = new { kind = "none" },
                    from = 0,
                    to = 49,
                    scale = 1,
                    silent,
                }
            );
            var id = await asked.Content.ReadFromJsonAsync<Guid>();
            JsonElement row;
            do
            {
                await Task.Delay(100);
                row = (await http.GetFromJsonAsync<JsonElement>($"/api/handoffs?graphic={graphic}"))
                    .EnumerateArray()
                    .Single(h => h.GetProperty("id").GetGuid() == id);
            } while (row.GetProperty("state").GetString() is "waiting" or "rendering" or "proving");
            Assert.True(row.GetProperty("holds").GetBoolean(), row.ToString());
            Assert.Equal(!silent, row.GetProperty("card").GetProperty("sound").ValueKind == JsonValueKind.String);
            if (!silent)
            {
                Assert.Contains("dBTP", row.GetProperty("card").GetProperty("sound").GetString(), StringComparison.Ordinal);
            }
        }
    }
}
