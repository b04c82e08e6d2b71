using System.IO.Compression;
using System.Text.Json;
using Hang.Core.Documents;
using Hang.Core.Handoff;
using Hang.Media.Kinds;
using Hang.Media.Proofs;
using Hang.Media.Rendering;
using Hang.Paint.Pictures;
using Hang.Scene;

namespace Hang.Media.Tests;

/// <summary>Every kind of file: it proves itself, other programs read it, and it says of itself what it is.</summary>
public sealed class KindTests : IDisposable
{
    private readonly string folder = Directory.CreateTempSubdirectory("hang-test-").FullName;
    private readonly PictureShelf pictures = new(_ => null);

    public void Dispose()
    {
        Directory.Delete(folder, true);
        pictures.Dispose();
    }

    public static TheoryData<FileKind> Kinds => [.. FileKinds.All.Select(f => f.Kind)];

    [Fact]
    public void EveryKindHasItsFactsAndItsWriter()
    {
        foreach (var kind in Enum.GetValues<FileKind>())
        {
            Assert.Equal(kind, FileKinds.Of(kind).Kind);
            Assert.NotNull(MediaKinds.Of(kind));
            Assert.Contains(Destination.All, d => d.Kinds.Contains(kind));
        }
    }

    [Theory]
    [MemberData(nameof(Kinds))]
    public async Task EveryKindProvesItselfAndFindsOtherWords(FileKind kind)
    {
        var evaluator = Film.Of();
        var plan = PlanFor(kind, evaluator.Graphic);
        var path = await RenderAsync(evaluator, plan);
        var proof = (await Prover.ProveAsync(evaluator, plan, pictures, path)).Proof;
        Assert.True(proof.Holds, $"{proof.Verdict} {proof.WorstColour} {proof.MeanColour} {proof.WorstAlpha} {proof.Frames.Max(f => f.WorstBlock)}");
        Assert.Equal(plan.Demand(evaluator.Graphic).Frames, proof.Frames.Length);
        var other = new Core.Evaluation.Evaluator(
            evaluator.Graphic.With(Hang.Tests.Shared.Making.With(evaluator.Graphic.Layers[1], "text", "Haney")),
            Paint.Shaping.TypeShaper.Shipped
        );
        Assert.False((await Prover.ProveAsync(other, plan, pictures, path)).Proof.Holds);
    }

    /// <summary>Alpha of every shade over colour of every shade comes back within each kind's own tolerance: read by the proof's second decoder.</summary>
    [Theory]
    [MemberData(nameof(Kinds))]
    public async Task SlopesOfAlphaAndColourComeThrough(FileKind kind)
    {
        var slope = Hang.Tests.Shared.Making.Layer<Core.Contents.Plate>("s", "Slope");
        slope = Hang.Tests.Shared.Making.With(slope, "size", new Scene.Values.Value(256, 128));
        var graphic = Film.Of(256, 128).Graphic with
        {
            Layers =
            [
                .. Enumerable
                    .Range(0, 16)
                    .Select(i =>
                        Hang.Tests.Shared.Making.With(
                            Hang.Tests.Shared.Making.With(
                                Hang.Tests.Shared.Making.With(slope with { Id = $"s{i}", Name = $"Slope {i}" }, "position", new Scene.Values.Value(16 * i, 0)),
                                "size",
                                new Scene.Values.Value(16, 128)
                            ),
                            "fill",
                            new Scene.Values.Value(i / 15.0, 1 - i / 15.0, 0.5, (i + 1) / 16.0)
                        )
                    ),
            ],
            Phases = new(1, 2, 1),
        };
        var evaluator = new Core.Evaluation.Evaluator(graphic, Paint.Shaping.TypeShaper.Shipped);
        var plan = PlanFor(kind, graphic);
        var path = await RenderAsync(evaluator, plan);
        var proof = (await Prover.ProveAsync(evaluator, plan, pictures, path)).Proof;
        Assert.True(proof.Holds, $"{proof.Verdict} {proof.WorstColour} {proof.MeanColour} {proof.WorstAlpha} {proof.Frames.Max(f => f.WorstBlock)}");
    }

    /// <summary>A long Hold goes through the encoder only in part; its packets are repeated, each at its exact time, and every frame of it is right.</summary>
    [Theory]
    [InlineData(FileKind.Mp4, "30000/1001", 30)]
    [InlineData(FileKind.Mp4, "25", 24)]
    [InlineData(FileKind.Ffv1, "60000/1001", 1)]
    public async Task ALongHoldIsRepeated(FileKind kind, string rate, int block)
    {
        var film = Film.Of(rate: rate);
        var evaluator = new Core.Evaluation.Evaluator(film.Graphic with { Phases = new(12, 300, 6) }, Paint.Shaping.TypeShaper.Shipped);
        var plan = PlanFor(kind, evaluator.Graphic);
        var path = await RenderAsync(evaluator, plan);
        var proof = (await Prover.ProveAsync(evaluator, plan, pictures, path)).Proof;
        Assert.True(proof.Holds, proof.Verdict.ToString());
        var packets = (
            await Film.AskAsync(
                "ffprobe",
                "-v",
                "error",
                "-select_streams",
                "v:0",
                "-show_entries",
                "packet=pts,size,data_hash",
                "-show_data_hash",
                "md5",
                "-of",
                "csv=p=0",
                path
            )
        )
            .Split('\n', StringSplitOptions.RemoveEmptyEntries)
            .Select(l => l.Split(','))
            .ToArray();
        Assert.Equal(318, packets.Length);
        // In the midst of Hold each packet comes again after a block.
        Assert.All(Enumerable.Range(100, 100), i => Assert.Equal(packets[i][2], packets[i + block][2]));
        if (kind == FileKind.Mp4)
        {
            var step = rate == "25" ? 1000 : 1001;
            Assert.Equal(Enumerable.Range(0, 318).Select(i => $"{i * step}"), packets.Select(p => p[0]));
        }
    }

    /// <summary>At 59.94 Matroska's nanoseconds are not exact; that is no reason to refuse a file.</summary>
    [Theory]
    [InlineData(FileKind.Webm)]
    [InlineData(FileKind.Ffv1)]
    public async Task NanosecondsAreExactEnough(FileKind kind)
    {
        var evaluator = Film.Of(rate: "60000/1001");
        var plan = PlanFor(kind, evaluator.Graphic);
        var proof = (await Prover.ProveAsync(evaluator, plan, pictures, await RenderAsync(evaluator, plan))).Proof;
        Assert.True(proof.Holds, proof.Verdict.ToString());
    }

    /// <summary>ffprobe and a second reader, MediaInfo, agree about what the movies say of themselves.</summary>
    [Theory]
    [InlineData(FileKind.Prores, "60000/1001", "59.940")]
    [InlineData(FileKind.PngMovie, "25", "25.000")]
    [InlineData(FileKind.RleMovie, "24000/1001", "23.976")]
    [InlineData(FileKind.ProresHq, "30000/1001", "29.970")]
    [InlineData(FileKind.Mp4, "30000/1001", "29.970")]
    public async Task MoviesSayWhatTheyAre(FileKind kind, string rate, string inWords)
    {
        var evaluator = Film.Of(rate: rate);
        var plan = PlanFor(kind, evaluator.Graphic) with { From = 4, To = 24, Timecode = "01:00:00:00" };
        var card = NameCard.Of(evaluator.Graphic, plan, "Fernhollow · Film v003", new DateTimeOffset(2026, 5, 4, 3, 2, 1, TimeSpan.Zero));
        var path = await RenderAsync(evaluator, plan, card);
        using var probe = JsonDocument.Parse(await Film.AskAsync("ffprobe", "-v", "error", "-show_streams", "-show_format", "-of", "json", path));
        var video = probe.RootElement.GetProperty("streams")[0];
        var tags = probe.RootElement.GetProperty("format").GetProperty("tags");
        Assert.Equal(("1:1", "21"), (video.GetProperty("sample_aspect_ratio").GetString(), video.GetProperty("nb_frames").GetString()));
        Assert.Equal((card.Title, card.Comment), (tags.GetProperty("title").GetString(), tags.GetProperty("comment").GetString()));
        Assert.StartsWith("2026-05-04T03:02:01", tags.GetProperty("creation_time").GetString(), StringComparison.Ordinal);
        var fraction = rate.Contains('/', StringComparison.Ordinal) ? rate : rate + "/1";
        Assert.Equal((fraction, fraction), (video.GetProperty("r_frame_rate").GetString(), video.GetProperty("avg_frame_rate").GetString()));
        // Durations are exact: frames by the rate's own clock.
        Assert.Equal(
            21 * evaluator.Graphic.Rate.Seconds(1),
            double.Parse(video.GetProperty("duration").GetString()!, System.Globalization.CultureInfo.InvariantCulture),
            5
        );
        Assert.Equal(card.Timecode, probe.RootElement.GetProperty("streams")[1].GetProperty("tags").GetProperty("timecode").GetString());
        using var other = JsonDocument.Parse(await Film.AskAsync("mediainfo", "--Output=JSON", path));
        var tracks = other.RootElement.GetProperty("media").GetProperty("track");
        var picture = tracks.EnumerateArray().Single(t => t.GetProperty("@type").GetString() == "Video");
        Assert.Equal(
            (inWords, "21", "320", "180"),
            (
                picture.GetProperty("FrameRate").GetString(),
                picture.GetProperty("FrameCount").GetString(),
                picture.GetProperty("Width").GetString(),
                picture.GetProperty("Height").GetString()
            )
        );
        Assert.Equal(card.Title, tracks[0].GetProperty("Title").GetString());
        Assert.Equal(
            card.Timecode,
            tracks.EnumerateArray().Single(t => t.GetProperty("@type").GetString() == "Other").GetProperty("TimeCode_FirstFrame").GetString()
        );
    }

    /// <summary>An editor cuts anywhere: no frame waits for a later one, and one in half a second stands by itself.</summary>
    [Fact]
    public async Task AnMp4IsMadeForEditing()
    {
        var evaluator = Film.Of(rate: "25");
        var path = await RenderAsync(evaluator, PlanFor(FileKind.Mp4, evaluator.Graphic));
        var frames = (await Film.AskAsync("ffprobe", "-v", "error", "-select_streams", "v:0", "-show_entries", "frame=pict_type", "-of", "csv=p=0", path))
            .Split('\n', StringSplitOptions.RemoveEmptyEntries)
            .Select(l => l.Trim(',', '\r'))
            .ToArray();
        Assert.DoesNotContain("B", frames);
        Assert.Equal([0, 12, 24], frames.Index().Where(f => f.Item == "I").Select(f => f.Index));
        Assert.Contains(
            "\"chroma_location\": \"left\"",
            await Film.AskAsync("ffprobe", "-v", "error", "-show_streams", "-of", "json", path),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task SequencesLieInAFolderAndCountFromWhereTheyAreTold()
    {
        var evaluator = Film.Of();
        foreach (var (kind, ending) in new[] { (FileKind.Png, "png"), (FileKind.Tiff, "tif") })
        {
            var path = await RenderAsync(evaluator, PlanFor(kind, evaluator.Graphic) with { From = 3, To = 5, FirstNumber = 1001 });
            await using var zip = await ZipFile.OpenReadAsync(path);
            Assert.Equal([$"a/a_01001.{ending}", $"a/a_01002.{ending}", $"a/a_01003.{ending}"], zip.Entries.Select(e => e.FullName));
        }
    }

    /// <summary>TIFF 6.0, section 18: the extra sample says whether colour is multiplied by alpha. Read by ffprobe's own library as a second reader.</summary>
    [Fact]
    public async Task ATiffSaysHowItsAlphaIs()
    {
        var evaluator = Film.Of();
        foreach (var premultiplied in new[] { false, true })
        {
            var stills = Path.Combine(folder, $"{premultiplied}");
            await Renderer.RenderAsync(
                evaluator,
                PlanFor(FileKind.Tiff, evaluator.Graphic) with
                {
                    From = 5,
                    To = 5,
                    Premultiplied = premultiplied,
                },
                pictures,
                stills,
                "a"
            );
            var still = Directory.GetFiles(stills).Single();
            using var tiff = BitMiracle.LibTiff.Classic.Tiff.Open(still, "r");
            Assert.Equal(premultiplied ? 1 : 2, tiff.GetField(BitMiracle.LibTiff.Classic.TiffTag.EXTRASAMPLES)[1].ToShortArray()[0]);
            Assert.Contains(
                "rgba",
                await Film.AskAsync("ffprobe", "-v", "error", "-show_entries", "stream=pix_fmt", "-of", "csv=p=0", still),
                StringComparison.Ordinal
            );
        }
    }

    [Fact]
    public async Task FillAndKeyAreTwoFilesOfOneName()
    {
        var evaluator = Film.Of();
        var path = Path.Combine(folder, "sting.mov");
        var plan = PlanFor(FileKind.Pair, evaluator.Graphic) with { Premultiplied = true };
        await Renderer.RenderAsync(evaluator, plan, pictures, path, "a");
        Assert.Equal(["sting_fill.mov", "sting_key.mov"], Directory.GetFiles(folder).Select(Path.GetFileName).Order());
        Assert.True((await Prover.ProveAsync(evaluator, plan, pictures, path)).Proof.Holds);
        Assert.Contains(
            "never overwrites",
            (await Assert.ThrowsAsync<ProblemException>(() => Renderer.RenderAsync(evaluator, plan, pictures, path, "a"))).Message,
            StringComparison.Ordinal
        );
    }

    /// <summary>A GIF counts hundredths of a second and browsers show none shorter than two: of 60 frames a second every second one is taken.</summary>
    [Fact]
    public async Task AGifTakesNoMoreFramesThanItCanShow()
    {
        var evaluator = Film.Of(rate: "60");
        var plan = PlanFor(FileKind.Gif, evaluator.Graphic);
        var path = await RenderAsync(evaluator, plan);
        Assert.Equal(15, plan.Demand(evaluator.Graphic).Frames);
        using var codec = SkiaSharp.SKCodec.Create(path);
        Assert.Equal(500, codec.FrameInfo.Sum(f => f.Duration), 10.0);
    }

    /// <summary>SMPTE ST 12-1: 30000/1001 counts with drop-frame, and the timecode is that of the range's first frame.</summary>
    [Fact]
    public async Task ATimecodeTrackBeginsAtTheRangesFirstFrame()
    {
        var evaluator = Film.Of(rate: "30000/1001");
        var path = await RenderAsync(evaluator, PlanFor(FileKind.Prores, evaluator.Graphic) with { From = 7, To = 9 });
        Assert.Contains("00:00:00;07", await Film.AskAsync("ffprobe", "-v", "error", "-show_streams", "-of", "json", path), StringComparison.Ordinal);
    }

    private static HandoffPlan PlanFor(FileKind kind, Graphic graphic)
    {
        var plan = HandoffPlan.Whole(graphic, kind, FileKinds.Of(kind).Alpha == AlphaRoom.None ? new(BackingKind.Solid, "#204020") : Backing.None);
        return kind == FileKind.Still ? plan with { From = 1, To = 1 } : plan;
    }

    private async Task<string> RenderAsync(Core.Evaluation.Evaluator evaluator, HandoffPlan plan, NameCard? card = null)
    {
        var path = Path.Combine(folder, $"{Guid.NewGuid():N}.{FileNames.Extension(plan.Kind)}");
        await Renderer.RenderAsync(evaluator, plan, pictures, path, "a", card: card);
        return path;
    }
}
