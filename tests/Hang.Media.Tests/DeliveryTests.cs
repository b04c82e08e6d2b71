using System.Diagnostics;
using System.IO.Compression;
using Hang.Core.Contents;
using Hang.Core.Documents;
using Hang.Core.Evaluation;
using Hang.Core.Handoff;
using Hang.Media.Probing;
using Hang.Media.Proofs;
using Hang.Media.Rendering;
using Hang.Paint.Pictures;
using Hang.Paint.Shaping;
using Hang.Scene;
using Hang.Scene.Motion;
using Hang.Scene.Phases;
using Hang.Scene.Time;
using Hang.Scene.Values;
using static Hang.Tests.Shared.Making;

namespace Hang.Media.Tests;

public sealed class DeliveryTests : IDisposable
{
    private readonly string folder = Directory.CreateTempSubdirectory("hang-test-").FullName;
    private readonly PictureShelf pictures = new(_ => null);

    public void Dispose()
    {
        Directory.Delete(folder, true);
        pictures.Dispose();
    }

    [Fact]
    public async Task ProresIsWhatItSaysAndProvesItself()
    {
        var evaluator = Evaluator("60000/1001");
        var plan = HandoffPlan.Whole(evaluator.Graphic, FileKind.Prores, Backing.None);
        var path = Path.Combine(folder, "a.mov");
        await Renderer.RenderAsync(evaluator, plan, pictures, path, "a");
        // SMPTE RDD 36 and its registered code; ffprobe reads the file back.
        var probe = await FileProbe.ReadAsync(path);
        Assert.Equal(("prores", "ap4h", 320, 180, "60000/1001", 30), (probe.Codec, probe.Tag, probe.Width, probe.Height, probe.Rate, probe.Frames));
        Assert.Equal(("bt709", "bt709", "bt709", "tv"), (probe.Matrix, probe.Transfer, probe.Primaries, probe.Range));
        Assert.True(probe.HasAlpha);
        var proof = (await Prover.ProveAsync(evaluator, plan, pictures, path)).Proof;
        Assert.True(proof.Holds, proof.Verdict.ToString());
        Assert.InRange(proof.MeanColour, 0, 0.5);
        Assert.InRange(proof.WorstAlpha, 0, 0.51);
    }

    [Fact]
    public async Task PngStillsAreSoundAndExact()
    {
        var evaluator = Evaluator("25");
        var plan = HandoffPlan.Whole(evaluator.Graphic, FileKind.Png, Backing.None) with { From = 5, To = 14 };
        var path = Path.Combine(folder, "a.zip");
        await Renderer.RenderAsync(evaluator, plan, pictures, path, "still");
        var proof = (await Prover.ProveAsync(evaluator, plan, pictures, path)).Proof;
        Assert.True(proof.Holds, proof.Verdict.ToString());
        Assert.Equal((0, 0), (proof.WorstColour, proof.WorstAlpha));
        await ZipFile.ExtractToDirectoryAsync(path, folder);
        Assert.True(File.Exists(Path.Combine(folder, "still", "still_00005.png")) && File.Exists(Path.Combine(folder, "still", "still_00014.png")));
        // ISO/IEC 15948 by pngcheck, Debian's package.
        using var check = Process.Start(new ProcessStartInfo("pngcheck", ["-q", .. Directory.GetFiles(Path.Combine(folder, "still"), "*.png")]))!;
        await check.WaitForExitAsync();
        Assert.Equal(0, check.ExitCode);
    }

    [Fact]
    public async Task Mp4OverAKeyColourIsOpaqueAndTagged()
    {
        var evaluator = Evaluator("30");
        var plan = HandoffPlan.Whole(evaluator.Graphic, FileKind.Mp4, new(BackingKind.Key, "#00B140"));
        var path = Path.Combine(folder, "a.mp4");
        await Renderer.RenderAsync(evaluator, plan, pictures, path, "a");
        var probe = await FileProbe.ReadAsync(path);
        Assert.Equal(("h264", "bt709", "30/1", 30, false), (probe.Codec, probe.Matrix, probe.Rate, probe.Frames, probe.HasAlpha));
        var proof = (await Prover.ProveAsync(evaluator, plan, pictures, path)).Proof;
        Assert.True(proof.Holds, proof.Verdict.ToString());
    }

    /// <summary>Wrong words are few pixels of a frame: they are found where they stand. One full stop more, or one letter other.</summary>
    [Theory]
    [InlineData("Maren Oakhollow", true)]
    [InlineData("Maren Oakhollow.", false)]
    [InlineData("Maren Oakhollew", false)]
    public async Task AnMp4WithOtherWordsIsRefused(string words, bool holds)
    {
        Evaluator With(string text) =>
            new(
                new Graphic
                {
                    Version = Graphic.FormatVersion,
                    Name = "Words",
                    Kind = GraphicKind.LowerThird,
                    Width = 640,
                    Height = 360,
                    Rate = new(25),
                    Phases = new(2, 6, 2),
                    Layers =
                    [
                        Layer<Plate>("p").With("position", new Value(40, 220)).With("size", new Value(520, 90)).With("fill", new Value(0.29, 0.17, 0.07, 1)),
                        TypeOf("t", text).With("position", new Value(60, 280)).With("typeSize", new Value(46)).With("fill", new Value(1, 0.96, 0.88, 1)),
                    ],
                },
                TypeShaper.Shipped
            );
        var meant = With("Maren Oakhollow");
        var plan = HandoffPlan.Whole(meant.Graphic, FileKind.Mp4, new(BackingKind.Solid, "#204020"));
        var path = Path.Combine(folder, $"{words.Length}{holds}.mp4");
        await Renderer.RenderAsync(With(words), plan, pictures, path, "a");
        var proof = (await Prover.ProveAsync(meant, plan, pictures, path)).Proof;
        Assert.True(proof.Holds == holds, $"{proof.Verdict} {proof.Frames.Max(f => f.WorstBlock)}");
    }

    [Fact]
    public async Task AProofFindsAFileThatIsNotWhatWasMeant()
    {
        var evaluator = Evaluator("25");
        var plan = HandoffPlan.Whole(evaluator.Graphic, FileKind.Prores, Backing.None);
        var path = Path.Combine(folder, "a.mov");
        await Renderer.RenderAsync(evaluator, plan with { To = 28 }, pictures, path, "a");
        var shorter = (await Prover.ProveAsync(evaluator, plan, pictures, path)).Proof;
        Assert.Contains("number of frames should be 30 and is 29", shorter.Verdict.ToString(), StringComparison.Ordinal);
        var other = new Evaluator(evaluator.Graphic.With(evaluator.Graphic.Layers[0].With("fill", new Value(0, 0, 1, 1))), TypeShaper.Shipped);
        var result = await Prover.ProveAsync(other, plan with { To = 28 }, pictures, path);
        Assert.False(result.Proof.Holds);
        Assert.Equal(Proof.MostShown, result.SideBySide.Count);
    }

    [Fact]
    public async Task ThePixelsDoNotDependOnTheNumberOfWorkers()
    {
        var evaluator = Evaluator("25");
        var plan = HandoffPlan.Whole(evaluator.Graphic, FileKind.Png, Backing.None);
        foreach (var workers in new[] { 1, 4 })
        {
            await Renderer.RenderAsync(evaluator, plan, pictures, Path.Combine(folder, $"{workers}.zip"), "s", workers);
        }
        Assert.Equal(await File.ReadAllBytesAsync(Path.Combine(folder, "1.zip")), await File.ReadAllBytesAsync(Path.Combine(folder, "4.zip")));
    }

    [Fact]
    public async Task WhatBreaksOffLeavesNothingAndSaysWhy()
    {
        var evaluator = Evaluator("25");
        var plan = HandoffPlan.Whole(evaluator.Graphic, FileKind.Prores, Backing.None);
        var taken = Path.Combine(folder, "taken.mov");
        await File.WriteAllTextAsync(taken, "mine");
        Assert.Contains(
            "never overwrites",
            (await Assert.ThrowsAsync<ProblemException>(() => Renderer.RenderAsync(evaluator, plan, pictures, taken, "a"))).Message,
            StringComparison.Ordinal
        );
        using var cancel = new CancellationTokenSource();
        var stop = new Progress<int>(_ => cancel.Cancel());
        await Assert.ThrowsAnyAsync<OperationCanceledException>(() =>
            Renderer.RenderAsync(evaluator, plan, pictures, Path.Combine(folder, "b.mov"), "b", progress: stop, cancel: cancel.Token)
        );
        await Assert.ThrowsAsync<ProblemException>(() => Renderer.RenderAsync(evaluator, plan, pictures, Path.Combine(folder, "no", "folder", "c.mov"), "c"));
        Assert.Equal(["taken.mov"], Directory.GetFileSystemEntries(folder).Select(Path.GetFileName));
    }

    [Fact]
    public async Task AnEncoderThatDiesGivesItsReason()
    {
        // /dev/full is Linux's full disk: every write to it fails with "No space left on device".
        var died = await Assert.ThrowsAsync<ProblemException>(() =>
            Processes.FfmpegProcess.RunAsync(
                "ffmpeg",
                ["-hide_banner", "-loglevel", "error", "-y", "-f", "lavfi", "-i", "color=s=640x360:d=3", "-f", "rawvideo", "/dev/full"],
                default
            )
        );
        Assert.Contains("The disk is full", died.Message, StringComparison.Ordinal);
    }

    /// <summary>An encoder that does not take what it is sent: the pipe is full and the write waits for ever, until somebody cancels.</summary>
    [Fact]
    public async Task AnEncoderThatHangsIsCancelled()
    {
        using var cancel = new CancellationTokenSource();
        await using var hanging = Processes.FfmpegProcess.Start("sleep", ["600"]);
        await using var killed = hanging.KilledBy(cancel.Token);
        var writing = Task.Run(() => hanging.Input.Write(new byte[4_000_000]));
        Assert.NotSame(writing, await Task.WhenAny(writing, Task.Delay(300)));
        await cancel.CancelAsync();
        await Assert.ThrowsAnyAsync<IOException>(() => writing.WaitAsync(TimeSpan.FromSeconds(20)));
    }

    private static Evaluator Evaluator(string rate)
    {
        var plate = Layer<Plate>("p", "Plate")
            .With("size", new Value(160, 60))
            .With("corners", new Value(20, 20, 20, 20))
            .With("fill", new Value(0.29, 0.17, 0.07, 1))
            .With("opacity", Over([new(0, new(0), Feel.Linear), new(10, new(1), Feel.Linear)]))
            .With("position", Over([new(0, new(20.3, 60), Feel.Linear), new(12, new(80, 60), Feel.Linear)]));
        var type = TypeOf("t", "Honey", "Name").With("weight", new Value(700)).With("position", new Value(100, 100)).With("typeSize", new Value(30));
        return new(
            new()
            {
                Version = Graphic.FormatVersion,
                Name = "Sample",
                Kind = GraphicKind.Bug,
                Width = 320,
                Height = 180,
                Rate = FrameRate.Parse(rate),
                Phases = new PhaseLengths(12, 12, 6),
                Layers = [plate, type],
            },
            TypeShaper.Shipped
        );
    }
}
