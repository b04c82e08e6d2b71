using System.Globalization;
using System.IO.Compression;
using System.Runtime.InteropServices;
using System.Text.RegularExpressions;
using Hang.Core.Contents;
using Hang.Core.Documents;
using Hang.Core.Evaluation;
using Hang.Core.Handoff;
using Hang.Core.Layers;
using Hang.Core.Sounds;
using Hang.Media.Frames;
using Hang.Media.Processes;
using Hang.Media.Proofs;
using Hang.Media.Rendering;
using Hang.Media.Sounds;
using Hang.Paint.Pictures;
using Hang.Paint.Shaping;
using Hang.Scene;
using Hang.Scene.Sources;
using Hang.Scene.Time;
using Hang.Scene.Values;

namespace Hang.Media.Tests;

/// <summary>Sound: what comes in is decoded, what goes out is exact to the sample, and other programs hear the same.</summary>
public sealed class HeardTests : IDisposable
{
    private readonly string folder = Directory.CreateTempSubdirectory("hang-test-").FullName;
    private readonly PictureShelf pictures = new(_ => null);
    private readonly SoundShelf sounds;

    public HeardTests() => sounds = new((hash, _) => Task.FromResult<string?>(Path.Combine(folder, hash)), hash => Path.Combine(folder, hash + ".decoded"));

    public void Dispose()
    {
        sounds.Dispose();
        pictures.Dispose();
        Directory.Delete(folder, true);
    }

    public static TheoryData<FileKind> WithSound => [.. FileKinds.All.Where(f => f.Sound != SoundRoom.None).Select(f => f.Kind)];

    /// <summary>A film that is heard: tones that come and go, over noise, different left and right.</summary>
    private async Task<Evaluator> FilmAsync(FrameRate rate, double gain = 0)
    {
        var wave = await MadeAsync("film.wav", "aevalsrc='0.3*sin(2*PI*440*t)*(0.5+0.5*sin(9*t))+0.02*random(0)|0.25*sin(2*PI*(300+200*t)*t)':s=48000:d=3");
        var sound = await AddAsync(wave);
        var layer = new Layer
        {
            Id = "sound",
            Name = "Sound",
            In = 2,
            Content = Content
                .Of<SoundContent>()
                .With(SoundContent.Sound, Value.Of(sound.Hash))
                .With(SoundContent.Gain, new Value(gain))
                .With(SoundContent.FadeOut, new Value(0.1)),
        };
        var graphic = Film.Of().Graphic;
        return new(
            GraphicRules.Demand(
                graphic with
                {
                    Rate = rate,
                    Layers = graphic.Layers.Add(layer),
                    Sources = SourceSet.Empty.With(SoundSources.Kind, sound.Hash, sound.Facts),
                }
            ),
            TypeShaper.Shipped
        );
    }

    private async Task<string> MadeAsync(string name, string source, params string[] coding)
    {
        var path = Path.Combine(folder, name);
        await FfmpegProcess.RunAsync("ffmpeg", ["-hide_banner", "-loglevel", "error", "-y", "-f", "lavfi", "-i", source, .. coding, path], default);
        return path;
    }

    private async Task<Judged> AddAsync(string path)
    {
        var bytes = await File.ReadAllBytesAsync(path);
        var sound = await new SoundJudge().JudgeAsync(Path.GetFileName(path), bytes, new Room(folder));
        await File.WriteAllBytesAsync(Path.Combine(folder, sound.Hash), bytes);
        return sound;
    }

    private async Task<string> RenderAsync(Evaluator evaluator, HandoffPlan plan)
    {
        var path = Path.Combine(folder, $"{plan.Kind}-{Guid.NewGuid():N}.{FileNames.Extension(plan.Kind)}");
        await Renderer.RenderAsync(evaluator, plan, pictures, path, "film", sounds: sounds);
        Assert.Empty(Directory.GetFiles(folder, "*.part*"));
        return path;
    }

    private static HandoffPlan PlanFor(FileKind kind, Graphic graphic) =>
        HandoffPlan.Whole(graphic, kind, FileKinds.Of(kind).Alpha == AlphaRoom.None ? new(BackingKind.Solid, "#204060") : Backing.None);

    [Theory]
    [MemberData(nameof(WithSound))]
    public async Task EveryKindWithSoundProvesItAndFindsAnother(FileKind kind)
    {
        var evaluator = await FilmAsync(new(30000, 1001));
        // Not from the start, so that the sound begins where the picture does.
        var plan = PlanFor(kind, evaluator.Graphic) with { From = 5 };
        var path = await RenderAsync(evaluator, plan);
        var proof = (await Prover.ProveAsync(evaluator, plan, pictures, path, sounds: sounds)).Proof;
        Assert.True(proof.Holds, proof.Verdict.ToString());
        Assert.Equal(3, proof.Facts.Count(f => f.Name.ToString().Contains("sound", StringComparison.Ordinal)));
        var louder = await FilmAsync(new(30000, 1001), gain: 9);
        Assert.Contains((await Prover.ProveAsync(louder, plan, pictures, path, sounds: sounds)).Proof.Facts, f => !f.Holds && f.Name.ToString() == "sound is");
        var late = louder.Graphic.With(
            louder.Graphic.Layers[^1] with
            {
                Content = louder.Graphic.Layers[^1].Content.With(SoundContent.Gain, new Value(0)).With(SoundContent.Slip, new Value(-40 / 48_000.0)),
            }
        );
        Assert.Contains((await Prover.ProveAsync(new(late, TypeShaper.Shipped), plan, pictures, path, sounds: sounds)).Proof.Facts, f =>
            !f.Holds && f.Name.ToString() == "sound is"
        );
        var silent = await RenderAsync(evaluator, plan with { Silent = true });
        Assert.True((await Prover.ProveAsync(evaluator, plan with { Silent = true }, pictures, silent)).Proof.Holds);
        Assert.Contains((await Prover.ProveAsync(evaluator, plan, pictures, silent, sounds: sounds)).Proof.Facts, f =>
            !f.Holds && f.Name.ToString() == "sound"
        );
    }

    /// <summary>At every rate the sound lasts as long as the frames, to the sample; MediaInfo says so too.</summary>
    [Fact]
    public async Task SoundIsAsLongAsThePictureAtEveryRate()
    {
        foreach (var rate in FrameRate.All)
        {
            var evaluator = await FilmAsync(rate);
            foreach (var kind in new[] { FileKind.PngMovie, FileKind.Mp4 })
            {
                var plan = PlanFor(kind, evaluator.Graphic);
                var path = await RenderAsync(evaluator, plan);
                var probed = System
                    .Text.Encoding.UTF8.GetString(
                        await FfmpegProcess.RunAsync(
                            "ffprobe",
                            ["-v", "error", "-select_streams", "a:0", "-show_entries", "stream=duration_ts,time_base,start_pts", "-of", "csv=p=0", path],
                            default
                        )
                    )
                    .Trim();
                var exact = (long)Math.Round((double)plan.Frames * 48_000 * rate.Denominator / rate.Numerator);
                Assert.Equal($"1/48000,0,{exact}", probed);
            }
        }
    }

    /// <summary>The order of bytes, the channels and the place in time are as a second program reads them.</summary>
    [Fact]
    public async Task AMovieIsHeardAsItWasMixed()
    {
        var evaluator = await FilmAsync(new(25));
        var path = await RenderAsync(evaluator, PlanFor(FileKind.PngMovie, evaluator.Graphic));
        var decoded = MemoryMarshal
            .Cast<byte, float>(
                await FfmpegProcess.RunAsync("ffmpeg", ["-v", "error", .. FfmpegProcess.Reading(path, "mov"), "-map", "0:a", "-f", "f32le", "pipe:1"], default)
            )
            .ToArray();
        var mix = await sounds.MixAsync(evaluator.Graphic);
        var meant = new float[mix.Count * 2];
        mix.Read(0, meant);
        Assert.Equal(meant.Length, decoded.Length);
        Assert.All(meant.Zip(decoded), p => Assert.Equal(p.First, p.Second, 2e-7f));
        Assert.All(meant[..(2 * 2 * 1920)], s => Assert.Equal(0, s));
        Assert.NotEqual(meant[100_000], meant[100_001]);
        var info = System
            .Text.Encoding.UTF8.GetString(
                await FfmpegProcess.RunAsync("mediainfo", ["--Inform=Audio;%Format%,%BitDepth%,%Channels%,%SamplingRate%,%ChannelLayout%", path], default)
            )
            .Trim();
        Assert.Equal("PCM,24,2,48000,L R", info);
    }

    /// <summary>EBU Tech 3285: samples since midnight, and the loudness of version 2, as MediaInfo and ffprobe read them.</summary>
    [Fact]
    public async Task StillsHaveABroadcastWaveWithTheirTimecode()
    {
        var evaluator = await FilmAsync(new(30000, 1001));
        var plan = PlanFor(FileKind.Png, evaluator.Graphic) with { Timecode = "01:00:00:00" };
        var path = await RenderAsync(evaluator, plan);
        await using var zip = await ZipFile.OpenReadAsync(path);
        var wave = Path.Combine(folder, "out.wav");
        await zip.GetEntry("film/film.wav")!.ExtractToFileAsync(wave);
        var tags = System.Text.Encoding.UTF8.GetString(
            await FfmpegProcess.RunAsync(
                "ffprobe",
                [
                    "-v",
                    "error",
                    "-show_entries",
                    "format_tags=time_reference,encoded_by,description:stream=codec_name",
                    "-of",
                    "default=nw=1",
                    .. FfmpegProcess.Reading(wave, "wav"),
                ],
                default
            )
        );
        // One hour of drop-frame timecode is 107 892 frames of 1601.6 samples.
        Assert.Contains(string.Create(CultureInfo.InvariantCulture, $"time_reference={Math.Round(107_892 * 1601.6)}"), tags, StringComparison.Ordinal);
        Assert.Contains("codec_name=pcm_s24le", tags, StringComparison.Ordinal);
        var bytes = await File.ReadAllBytesAsync(wave);
        var mix = await sounds.MixAsync(evaluator.Graphic);
        Assert.Equal(Loudness.Of(mix, 0, mix.Count).Integrated!.Value, BitConverter.ToInt16(bytes, 20 + 256 + 32 + 32 + 10 + 8 + 8 + 2 + 64) / 100.0, 0.006);
        Assert.Equal(bytes.Length - 8, BitConverter.ToInt32(bytes, 4));
    }

    /// <summary>EBU R 128 by a second program: ffmpeg's ebur128, which follows EBU Tech 3341 too.</summary>
    [Theory]
    [InlineData("aevalsrc='0.3*sin(2*PI*440*t)*(0.5+0.5*sin(3*t))|0.1*sin(2*PI*3000*t)':s=48000:d=12")]
    [InlineData("anoisesrc=d=8:c=pink:a=0.3:seed=4:r=48000,volume='if(lt(t,4),1,0.05)':eval=frame")]
    [InlineData("aevalsrc='0.9*sin(2*PI*11999*t+0.7)':s=48000:d=4,afade=t=in:d=0.5,afade=t=out:st=3.5:d=0.5")]
    public async Task LoudnessIsWhatFfmpegMeasures(string source)
    {
        var path = await MadeAsync("loud.wav", source, "-c:a", "pcm_s24le", "-ac", "2");
        var sound = await AddAsync(path);
        var samples = new FileSamples(Path.Combine(folder, sound.Hash + ".decoded"));
        using (samples)
        {
            var mine = Loudness.Of(samples, 0, samples.Count);
            var log = await SaidAsync("-i", path, "-af", "ebur128=peak=true", "-f", "null", "-");
            var summary = log[log.LastIndexOf("Summary:", StringComparison.Ordinal)..];
            double Number(string pattern) => double.Parse(Regex.Match(summary, pattern + @"\s+(-?[\d.]+)").Groups[1].Value, CultureInfo.InvariantCulture);
            Assert.Equal(Number("I:"), mine.Integrated!.Value, 0.1);
            Assert.Equal(Number("Peak:"), mine.TruePeak!.Value, 0.3);
            var most = Regex
                .Matches(log, @"M:\s*(-?[\d.]+) S:\s*(-?[\d.]+)")
                .Select(m =>
                    (M: double.Parse(m.Groups[1].Value, CultureInfo.InvariantCulture), S: double.Parse(m.Groups[2].Value, CultureInfo.InvariantCulture))
                )
                .ToArray();
            Assert.Equal(most.Max(m => m.M), mine.Momentary!.Value, 0.1);
            Assert.Equal(most.Skip(29).Max(m => m.S), mine.ShortTerm!.Value, 0.1);
        }
    }

    /// <summary>What ffmpeg says while it works.</summary>
    private static async Task<string> SaidAsync(params string[] words)
    {
        using var process = System.Diagnostics.Process.Start(
            new System.Diagnostics.ProcessStartInfo("ffmpeg", ["-hide_banner", "-nostdin", .. words]) { RedirectStandardError = true }
        )!;
        var said = await process.StandardError.ReadToEndAsync();
        await process.WaitForExitAsync();
        return said;
    }

    [Theory]
    [InlineData("a.wav", "audio/wav", "pcm_s16le", 0)]
    [InlineData("a.flac", "audio/flac", "flac", 0)]
    [InlineData("a.mp3", "audio/mpeg", "libmp3lame", 2)]
    [InlineData("a.ogg", "audio/ogg", "libvorbis", 2)]
    [InlineData("a.m4a", "audio/mp4", "aac", 2100)]
    public async Task EveryKindOfSoundIsTakenIn(string name, string type, string codec, int slack)
    {
        // 44.1 kHz and one channel become 48 kHz and two, as loud as they were.
        var path = await MadeAsync(name, "aevalsrc='0.5*sin(2*PI*500*t)':s=44100:d=2", "-c:a", codec);
        // Whatever it is called, its content says what it is.
        var renamed = Path.Combine(folder, "sound.bin");
        File.Copy(path, renamed);
        var sound = await AddAsync(renamed);
        Assert.Equal((type, 1), (sound.Facts.Type, ((SoundAsset)sound.Facts).Channels));
        Assert.InRange(((SoundAsset)sound.Facts).Samples, 96_000 - slack, 96_000 + slack);
        using var samples = new FileSamples(Path.Combine(folder, sound.Hash + ".decoded"));
        var some = new float[2 * 48_000];
        samples.Read(20_000, some);
        Assert.Equal(0.5, some.Max(), 0.03);
        Assert.All(Enumerable.Range(0, 48_000), i => Assert.Equal(some[2 * i], some[2 * i + 1]));
    }

    [Fact]
    public async Task WhatIsNoSoundIsRefused()
    {
        async Task<Problem> Refused(string name, byte[] bytes) =>
            (await Assert.ThrowsAsync<ProblemException>(() => new SoundJudge().JudgeAsync(name, bytes, new Room(folder)))).Problem;
        Assert.Contains("WAV, FLAC, MP3, OGG or M4A", (await Refused("words.wav", "These are words."u8.ToArray())).Remedy.ToString(), StringComparison.Ordinal);
        Assert.Contains(
            "cannot be read",
            (await Refused("broken.wav", [.. "RIFF"u8, 0, 0, 0, 0, .. "WAVE"u8, .. new byte[200]])).Message.ToString(),
            StringComparison.Ordinal
        );
        var movie = await MadeAsync("mute.mp4", "color=c=red:s=64x64:d=1");
        Assert.Contains("cannot be read", (await Refused("mute.m4a", await File.ReadAllBytesAsync(movie))).Message.ToString(), StringComparison.Ordinal);
        Assert.Contains("too large", (await Refused("huge.wav", new byte[SoundSources.Kind.MostBytes + 1])).Message.ToString(), StringComparison.Ordinal);
        // 21 minutes of next to nothing.
        var isLong = await MadeAsync("long.flac", "anullsrc=r=8000:cl=mono:d=1260");
        Assert.Contains("20 minutes", (await Refused("long.flac", await File.ReadAllBytesAsync(isLong))).Message.ToString(), StringComparison.Ordinal);
        Assert.Empty(Directory.GetFiles(folder, "*.part"));
    }

    [Fact]
    public async Task PartsAreJoinedWithTheSoundOfTheWhole()
    {
        var evaluator = await FilmAsync(new(60000, 1001));
        foreach (var kind in new[] { FileKind.PngMovie, FileKind.Png })
        {
            var plan = PlanFor(kind, evaluator.Graphic).Demand(evaluator.Graphic);
            var whole = await RenderAsync(evaluator, plan);
            var half = plan.Frames / 2;
            string[] parts =
            [
                await RenderAsync(evaluator, Chunks.Part(plan, 0, half)),
                await RenderAsync(evaluator, Chunks.Part(plan, half, plan.Frames - half)),
            ];
            var joined = Path.Combine(folder, "joined." + FileNames.Extension(kind));
            var delivery = Delivery.Of(evaluator.Graphic, plan, NameCard.Of(evaluator.Graphic, plan, evaluator.Graphic.Name), joined, "film");
            await Chunks.JoinAsync(
                delivery with
                {
                    Sound = await SoundTrack.MakeAsync(evaluator.Graphic, delivery, sounds, joined + ".wav", default),
                },
                parts,
                default
            );
            Assert.Equal(await File.ReadAllBytesAsync(whole), await File.ReadAllBytesAsync(joined));
            File.Delete(joined + ".wav");
        }
    }

    private sealed class Room(string folder) : ISourceRoom
    {
        public string MadePath(SourceKind kind, string hash, string what) => Path.Combine(folder, $"{hash}.{what}");
    }
}
