using System.Buffers.Binary;
using System.IO.Compression;
using System.Text.Json;
using Hang.Core.Documents;
using Hang.Core.Handoff;
using Hang.Media.Kinds;
using Hang.Media.Proofs;
using Hang.Media.Rendering;
using Hang.Paint.Pictures;
using Hang.Scene;
using Hang.Tests.Shared;

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

    /// <summary>Whole units of time each, and all together as long as the frames; what stands for very long does.</summary>
    [Theory]
    [InlineData(FileKind.Apng, "24000/1001", 24, 1)]
    [InlineData(FileKind.Apng, "60000/1001", 5000, 1)]
    [InlineData(FileKind.Webp, "24000/1001", 24, 1)]
    [InlineData(FileKind.Gif, "24000/1001", 24, 10)]
    [InlineData(FileKind.Gif, "25", 17000, 10)]
    public async Task WhatMovesLastsAsLongAsItSays(FileKind kind, string rate, int hold, int unit)
    {
        var film = Film.Of(rate: rate);
        var evaluator = new Core.Evaluation.Evaluator(film.Graphic with { Phases = new(12, hold, 6) }, Paint.Shaping.TypeShaper.Shipped);
        var path = await RenderAsync(evaluator, PlanFor(kind, evaluator.Graphic));
        using var codec = SkiaSharp.SKCodec.Create(path);
        var lasts = kind == FileKind.Apng ? AsBrowsersShow(await File.ReadAllBytesAsync(path)) : codec.FrameInfo.Sum(f => f.Duration);
        var graphic = evaluator.Graphic;
        var meant = graphic.Phases.Total * 1000.0 * graphic.Rate.Denominator / graphic.Rate.Numerator;
        Assert.InRange(lasts - meant, -unit, unit);
    }

    /// <summary>
    /// How long a browser shows an animated PNG, in milliseconds: of each frame's fraction of a second (PNG, third edition, 11.3.4.1) whole ones.
    /// </summary>
    private static int AsBrowsersShow(ReadOnlySpan<byte> png)
    {
        var lasts = 0;
        for (int at; (at = png.IndexOf("fcTL"u8)) >= 0; png = png[(at + 4)..])
        {
            var delay = png[(at + 24)..];
            lasts += BinaryPrimitives.ReadUInt16BigEndian(delay) * 1000 / BinaryPrimitives.ReadUInt16BigEndian(delay[2..]);
        }
        return lasts;
    }

    /// <summary>In a WebM with sound the first picture is shown at 0, and the first sample heard: its packet lies before 0 by what is skipped.</summary>
    [Fact]
    public async Task AWebmWithSoundBeginsAtNought()
    {
        var wave = Path.Combine(folder, "tone.wav");
        await Film.AskAsync("ffmpeg", "-v", "error", "-f", "lavfi", "-i", "sine=frequency=440:sample_rate=48000:duration=2", wave);
        var plan = PlanFor(FileKind.Webm, Film.Of().Graphic);
        var path = Path.Combine(folder, "a.webm");
        var delivery = Frames.Delivery.Of(Film.Of().Graphic, plan, NameCard.Of(Film.Of().Graphic, plan, "a"), path, "a") with { Sound = new(wave, 96000) };
        await using (var writer = await MediaKinds.Of(FileKind.Webm).OpenAsync(delivery, default))
        {
            await FramePipeline.RunAsync(Film.Of(), plan, pictures, writer, 2, null, default);
            await writer.FinishAsync(default);
        }
        async Task<string> First(string stream) =>
            (await Film.AskAsync("ffprobe", "-v", "error", "-select_streams", stream, "-show_entries", "packet=pts_time", "-of", "csv=p=0", path))
                .Split('\n')[0]
                .TrimEnd(',');
        Assert.Equal("0.000000", await First("v"));
        Assert.Equal("-0.007000", await First("a"));
    }

    /// <summary>Small and thin things that move about a see-through picture of any width are seen in every frame, whole, by another decoder.</summary>
    [Theory]
    [InlineData(97, 40, false)]
    [InlineData(333, 121, false)]
    [InlineData(500, 30, true)]
    [InlineData(97, 40, true)]
    public async Task AGifLosesNoOpaquePixel(int width, int height, bool hasBase)
    {
        Core.Layers.Layer Speck(string id, double w, double h, params (int At, double X, double Y)[] way) =>
            Making.With(
                Making.With(
                    Making.With(Making.Layer<Core.Contents.Plate>(id, id), "size", new Scene.Values.Value(w, h)),
                    "fill",
                    new Scene.Values.Value(0.9, 0.6, 0.1, 1)
                ),
                "position",
                Making.Over([.. way.Select(k => new Scene.Motion.Keyframe(k.At, new(k.X, k.Y), Scene.Motion.Feel.Linear))])
            );
        var graphic = Film.Of(width, height).Graphic with
        {
            // A base is the lowest row of what is seen, and the widest.
            Layers = hasBase
                ?
                [
                    Speck("a", 10, 6, (0, width / 2, 0), (9, width / 2, height / 3)),
                    Speck("b", width / 2, 1, (0, width / 4, height - 3), (9, width / 3, height - 3)),
                ]
                :
                [
                    Speck("a", 1, 1, (0, 0, 0), (9, width - 1, height - 1)),
                    Speck("b", 1, 1, (0, width - 1, 0), (9, width - 1, height - 1)),
                    Speck("c", 3, 2, (0, 0, height - 2), (9, width - 3, height - 2)),
                    Speck("d", width / 3, 1, (0, width / 3, height / 2), (9, width / 2, height / 3)),
                ],
            Phases = new(2, 7, 2),
        };
        var evaluator = new Core.Evaluation.Evaluator(graphic, Paint.Shaping.TypeShaper.Shipped);
        var path = await RenderAsync(evaluator, PlanFor(FileKind.Gif, graphic));
        using var codec = SkiaSharp.SKCodec.Create(path);
        var info = new SkiaSharp.SKImageInfo(width, height, SkiaSharp.SKColorType.Rgba8888, SkiaSharp.SKAlphaType.Unpremul);
        using var bitmap = new SkiaSharp.SKBitmap(info);
        using var canvas = new Paint.Painting.FrameCanvas(width, height, null, pictures);
        Assert.Equal((width, height), (codec.Info.Width, codec.Info.Height));
        var at = 0;
        foreach (var (scene, _) in FramePipeline.Runs(evaluator, PlanFor(FileKind.Gif, graphic)))
        {
            canvas.Paint(scene);
            var painted = canvas.Pixels.ToArray();
            Assert.Equal(SkiaSharp.SKCodecResult.Success, codec.GetPixels(info, bitmap.GetPixels(), new SkiaSharp.SKCodecOptions(at)));
            var wrong = Enumerable.Range(0, width * height).Where(i => painted[4 * i + 3] >= 128 != bitmap.GetPixelSpan()[4 * i + 3] >= 128).ToArray();
            Assert.True(
                wrong.Length == 0,
                $"frame {at}: {wrong.Length} pixels, the first at {wrong.FirstOrDefault() % width}, {wrong.FirstOrDefault() / width}"
            );
            at++;
        }
        Assert.True(at > 5);
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
