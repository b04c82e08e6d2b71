using System.Text.Json;
using Hang.Tests.Shared;

namespace Hang.Server.Tests;

/// <summary>The words of the shell, run in this process with what each writes caught.</summary>
[Collection(OneServer.Name)]
public sealed class ShellTests : IDisposable
{
    private readonly string folder = Directory.CreateTempSubdirectory("hang-shell-").FullName;
    private static readonly string Demo = ProjectFolder.Demo;

    public void Dispose() => Directory.Delete(folder, true);

    private static Task<(int Code, string Out, string Error)> Hang(params string[] words) => CaughtConsole.Of(() => Cli.Program.Main(words));

    /// <summary>What ./hang start --listen takes: addresses that are written out, and nothing that a system would make one of.</summary>
    [Theory]
    [InlineData("127.0.0.1", true)]
    [InlineData("0.0.0.0", true)]
    [InlineData("::1", true)]
    [InlineData("127.0.0.1.5", false)]
    [InlineData("::::", false)]
    [InlineData("127.1", false)]
    [InlineData("0", false)]
    [InlineData("0x7f000001", false)]
    [InlineData("localhost; true", false)]
    [InlineData("", false)]
    public async Task OnlyAnAddressIsListenedAt(string address, bool taken)
    {
        var start = new System.Diagnostics.ProcessStartInfo("bash") { RedirectStandardError = true };
        foreach (var word in new[] { "-c", $". '{ProjectFolder.Root}/scripts/serve.sh'; is_address \"$1\"", "bash", address })
        {
            start.ArgumentList.Add(word);
        }
        using var asked = System.Diagnostics.Process.Start(start)!;
        await asked.WaitForExitAsync();
        Assert.Equal(taken, asked.ExitCode == 0);
    }

    [Fact]
    public async Task FieldsAreFilledAndAFrameIsPainted()
    {
        var mark = Path.Combine(folder, "mark.png");
        using (var bitmap = new SkiaSharp.SKBitmap(16, 16))
        {
            bitmap.Erase(new SkiaSharp.SKColor(0, 0, 255));
            await File.WriteAllBytesAsync(mark, bitmap.Encode(SkiaSharp.SKEncodedImageFormat.Png, 100).ToArray());
        }
        var still = Path.Combine(folder, "f.png");
        var plain = Path.Combine(folder, "p.png");
        Assert.Equal(0, (await Hang("frame", Demo, "--at", "200", "-o", plain)).Code);
        Assert.Equal(
            0,
            (
                await Hang("frame", Demo, "--at", "200", "-o", still, "--set", "Name=Odalys Fern", "--set", "Second line=Comb master", "--set", $"Mark={mark}")
            ).Code
        );
        using var picture = SkiaSharp.SKBitmap.Decode(still);
        Assert.Equal(new SkiaSharp.SKColor(0, 0, 255), picture.GetPixel(196, 932));
        Assert.NotEqual(await File.ReadAllBytesAsync(plain), await File.ReadAllBytesAsync(still));
    }

    [Fact]
    public async Task OnlyOrdinaryFilesAreRead()
    {
        var pipe = Path.Combine(folder, "pipe.hang");
        await System.Diagnostics.Process.Start("mkfifo", [pipe]).WaitForExitAsync();
        var link = Path.Combine(folder, "link.hang");
        File.CreateSymbolicLink(link, "/dev/zero");
        foreach (var path in new[] { pipe, "/dev/zero", link })
        {
            var (code, _, error) = await Hang("check", path);
            Assert.Equal((1, true), (code, error.Contains("no ordinary file", StringComparison.Ordinal)));
        }
    }

    [Fact]
    public async Task InspectSaysWhereEveryLayerIs()
    {
        var (code, output, _) = await Hang("inspect", Demo, "--at", "24");
        Assert.Equal(0, code);
        var badge = JsonDocument.Parse(output).RootElement.GetProperty("layers").EnumerateArray().Single(l => l.GetProperty("id").GetString() == "badge");
        Assert.Equal([112, 848, 280, 1016], badge.GetProperty("bounds").EnumerateArray().Select(v => v.GetDouble()));
        var mark = JsonDocument.Parse(output).RootElement.GetProperty("layers").EnumerateArray().Single(l => l.GetProperty("id").GetString() == "mark");
        Assert.Equal([1, 0, 0, 1, 132, 868], mark.GetProperty("world").EnumerateArray().Select(v => v.GetDouble()));
    }

    [Theory]
    [InlineData(2, "render")]
    [InlineData(2, "render", "DEMO", "-o", "x.mov", "--backing", "blue")]
    [InlineData(2, "render", "DEMO", "-o", "x.mov", "--range", "9")]
    [InlineData(2, "frame", "DEMO", "-o", "x.png", "--at", "soon")]
    [InlineData(2, "paint", "DEMO")]
    [InlineData(2, "render", "DEMO", "-o", "x.mov", "--hold", "99999999999")]
    [InlineData(1, "check", "")]
    [InlineData(1, "check", "DEMO", "--set", "Mark=")]
    [InlineData(1, "check", "DEMO", "--set", "=x")]
    [InlineData(1, "render", "DEMO", "-o", "")]
    [InlineData(1, "render", "DEMO", "-o", "x.mov", "--workers", "-1")]
    [InlineData(1, "render", "DEMO", "-o", "x.mov", "--card", "/no such folder/card.json")]
    [InlineData(1, "render", "DEMO", "-o", "/no such folder/x.mov")]
    [InlineData(1, "render", "DEMO", "-o", "x.mov", "--scale", "NaN")]
    [InlineData(1, "render", "DEMO", "-o", "x.mov", "--hold", "-5")]
    [InlineData(1, "render", "DEMO", "-o", "x.mp4")]
    [InlineData(1, "render", "DEMO", "-o", "x.avi")]
    [InlineData(1, "render", "DEMO", "-o", "x")]
    [InlineData(1, "render", "DEMO", "-o", "x.mov", "--kind", "png")]
    [InlineData(1, "frame", "DEMO", "-o", "x.png", "--at", "480")]
    [InlineData(1, "frame", "nosuch.hang", "-o", "x.png", "--at", "0")]
    [InlineData(1, "check", "DEMO", "--set", "Nope=1")]
    [InlineData(1, "check", "DEMO", "--set", "Mark=/etc/hostname")]
    public async Task WrongWordsAndFailedJobsEndWithOnePlainLine(int code, params string[] words)
    {
        var (found, _, error) = await Hang([
            .. words.Select(w =>
                w == "DEMO" ? Demo
                : w == "x.mov" || w == "x.mp4" || w == "x.png" ? Path.Combine(folder, w)
                : w
            ),
        ]);
        Assert.Equal(code, found);
        Assert.StartsWith("hang: ", error, StringComparison.Ordinal);
        Assert.Single(error.Trim().Split('\n'));
        Assert.DoesNotContain("System.", error, StringComparison.Ordinal);
        Assert.Empty(Directory.GetFileSystemEntries(folder));
    }

    /// <summary>Neither what lies beside a new file nor what has its name is Hang's own.</summary>
    [Fact]
    public async Task WhatIsThereAlreadyStays()
    {
        var (movie, still) = (Path.Combine(folder, "z.mov"), Path.Combine(folder, "f.png"));
        Directory.CreateDirectory(movie + ".part");
        await File.WriteAllTextAsync(Path.Combine(movie + ".part", "mine"), "keep");
        await File.WriteAllTextAsync(still, "mine");
        Assert.Equal(0, (await Hang("render", Demo, "-o", movie, "--range", "0-2", "--scale", "0.1", "--no-proof")).Code);
        Assert.Equal("keep", await File.ReadAllTextAsync(Path.Combine(movie + ".part", "mine")));
        var bytes = await File.ReadAllBytesAsync(movie);
        Assert.Equal(1, (await Hang("render", Demo, "-o", movie, "--range", "0-2", "--scale", "0.1", "--no-proof")).Code);
        Assert.Equal(bytes, await File.ReadAllBytesAsync(movie));
        Assert.Equal(1, (await Hang("frame", Demo, "--at", "3", "-o", still)).Code);
        Assert.Equal("mine", await File.ReadAllTextAsync(still));
        Assert.Equal(["f.png", "z.mov", "z.mov.part"], Directory.GetFileSystemEntries(folder).Select(Path.GetFileName).Order(StringComparer.Ordinal));
    }

    [Fact]
    public async Task RenderSaysWhatItMadeAsJson()
    {
        var path = Path.Combine(folder, "a.mov");
        var (code, output, error) = await Hang("render", Demo, "-o", path, "--range", "24-29", "--scale", "0.25", "--json");
        Assert.True(code == 0, error);
        var made = JsonDocument.Parse(output).RootElement;
        Assert.Equal((6, 480, "prores"), (made.GetProperty("frames").GetInt32(), made.GetProperty("width").GetInt32(), made.GetProperty("kind").GetString()));
        Assert.True(File.Exists(path));
        // It was proved, too.
        Assert.True(made.GetProperty("holds").GetBoolean(), made.GetProperty("verdict").GetString());
        var unproved = await Hang("render", Demo, "-o", Path.Combine(folder, "b.mov"), "--range", "24-26", "--scale", "0.25", "--json", "--no-proof");
        Assert.Equal(JsonValueKind.Null, JsonDocument.Parse(unproved.Out).RootElement.GetProperty("holds").ValueKind);
    }

    [Theory]
    [InlineData("a.webm", "webm")]
    [InlineData("a.apng", "apng")]
    [InlineData("a.gif", "gif")]
    [InlineData("a.mkv", "ffv1")]
    [InlineData("a.png", "still")]
    [InlineData("stills/", "png")]
    public async Task TheEndingSaysTheKind(string name, string kind)
    {
        var path = Path.Combine(folder, name);
        var (code, output, error) = await Hang([
            "render",
            Demo,
            "-o",
            path,
            "--scale",
            "0.1",
            "--json",
            .. kind == "still" ? Array.Empty<string>() : ["--range", "200-203"],
        ]);
        Assert.True(code == 0, error + output);
        Assert.Equal(kind, JsonDocument.Parse(output).RootElement.GetProperty("kind").GetString());
        Assert.True(Path.Exists(path.TrimEnd('/')));
    }

    [Fact]
    public async Task ACheckEndsWithOneOnWhatCounts()
    {
        var (code, output, _) = await Hang("check", Demo, "--json");
        var report = JsonDocument.Parse(output).RootElement;
        Assert.Equal((0, 0), (code, report.GetProperty("firstSeen").GetInt32() / 10));
        Assert.Equal(1, (await Hang("check", Demo, "--strictness", "note")).Code);
        // A key colour that is in the graphic would make a hole in it.
        var keyed = await Hang("check", Demo, "--key", "#F2A51E");
        Assert.Equal((1, true), (keyed.Code, keyed.Error.Contains("hang: error: A keyer would take", StringComparison.Ordinal)));
        // The lower edge of the picture stays open.
        var demo = Path.Combine(ProjectFolder.Root, "demo");
        foreach (var beside in new[] { "fernhollow-mark.png", "breath.wav" })
        {
            File.Copy(Path.Combine(demo, beside), Path.Combine(folder, beside));
        }
        var holed = Path.Combine(folder, "holed.hang");
        await File.WriteAllTextAsync(
            holed,
            (await File.ReadAllTextAsync(Path.Combine(demo, "stinger.hang"))).Replace("1120", "1060", StringComparison.Ordinal)
        );
        var (holedCode, _, holedError) = await Hang("check", holed, "--hole", Path.Combine(folder, "hole.png"));
        Assert.Equal((1, true), (holedCode, holedError.Contains("No frame hides everything", StringComparison.Ordinal)));
        Assert.Equal("PNG"u8.ToArray(), (await File.ReadAllBytesAsync(Path.Combine(folder, "hole.png")))[1..4]);
    }

    [Fact]
    public async Task ANameCardAndATimelineStandBesideTheFile()
    {
        var stinger = Path.Combine(ProjectFolder.Root, "demo", "stinger.hang");
        string At(string name) => Path.Combine(folder, name);
        var (code, _, error) = await Hang(
            "render",
            stinger,
            "-o",
            At("s.mov"),
            "--scale",
            "0.1",
            "--card",
            At("s.json"),
            "--timeline",
            At("s.otio"),
            "--timecode",
            "10:00:00:00"
        );
        Assert.True(code == 0, error);
        var card = JsonDocument.Parse(await File.ReadAllTextAsync(At("s.json"))).RootElement;
        Assert.Equal(("10:00:00:00", "straight alpha"), (card.GetProperty("timecode").GetString(), card.GetProperty("alpha").GetString()));
        Assert.Contains(
            $"\"value\": {36000 * 60 + card.GetProperty("cutFrame").GetInt32()}",
            await File.ReadAllTextAsync(At("s.otio")),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task TheDemoIsSound() => Assert.Equal(0, (await Hang("check", Demo)).Code);
}
