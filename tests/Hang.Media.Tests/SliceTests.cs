using Hang.Core.Handoff;
using Hang.Media.Frames;
using Hang.Media.Kinds;
using Hang.Media.Rendering;
using Hang.Media.Slices;
using Hang.Paint.Pictures;

namespace Hang.Media.Tests;

/// <summary>Files that are put together from slices against those of the plain encoder, byte by byte.</summary>
public sealed class SliceTests : IDisposable
{
    private readonly string folder = Directory.CreateTempSubdirectory("hang-test-").FullName;
    private readonly PictureShelf pictures = new(_ => null);

    public void Dispose()
    {
        Directory.Delete(folder, true);
        pictures.Dispose();
    }

    [Fact]
    public async Task TheInstalledEncoderIsTrusted() => Assert.True(await SliceTrust.HoldsAsync(default));

    /// <summary>
    /// Whole tiles and narrower ones, one column, no whole column, one row: SMPTE RDD 36 cuts what is left over into slices of 4, 2 and 1 macroblocks.
    /// </summary>
    [Theory]
    [InlineData(1920, 1080)]
    [InlineData(1080, 1920)]
    [InlineData(1919, 1079)]
    [InlineData(128, 16)]
    [InlineData(100, 40)]
    [InlineData(1281, 17)]
    [InlineData(1, 1)]
    [InlineData(720, 576)]
    public async Task SlicesMakeTheFileThatThePlainEncoderMakes(int width, int height)
    {
        var evaluator = Film.Of(width, height);
        var plan = HandoffPlan.Whole(evaluator.Graphic, FileKind.Prores, Backing.None);
        var card = NameCard.Of(evaluator.Graphic, plan, "Film");
        var files = new List<byte[]>();
        foreach (var bySlices in new[] { true, false })
        {
            var delivery = Delivery.Of(evaluator.Graphic, plan, card, Path.Combine(folder, $"{bySlices}.mov"), "a");
            await using (IFrameWriter writer = bySlices ? await ProresKind.SlicesAsync(delivery, default) : ProresKind.Plain(delivery))
            {
                await FramePipeline.RunAsync(evaluator, plan, pictures, writer, 2, null, default);
                await writer.FinishAsync(default);
            }
            files.Add(await File.ReadAllBytesAsync(delivery.Path));
        }
        Assert.True(files[0].AsSpan().SequenceEqual(files[1]), $"{files[0].Length} and {files[1].Length} bytes");
    }

    [Fact]
    public async Task OpaqueFilesAndPremultipliedOnesToo()
    {
        var evaluator = Film.Of(300, 60);
        foreach (
            var plan in new[]
            {
                HandoffPlan.Whole(evaluator.Graphic, FileKind.Prores, new(BackingKind.Solid, "#204020")),
                HandoffPlan.Whole(evaluator.Graphic, FileKind.Prores, Backing.None) with
                {
                    Premultiplied = true,
                },
            }
        )
        {
            var delivery = Delivery.Of(
                evaluator.Graphic,
                plan,
                NameCard.Of(evaluator.Graphic, plan, "Film"),
                Path.Combine(folder, $"{plan.Premultiplied}.mov"),
                "a"
            );
            var plain = delivery with { Path = delivery.Path + ".plain.mov" };
            foreach (
                var (writer, path) in new (IFrameWriter, string)[]
                {
                    (await ProresKind.SlicesAsync(delivery, default), delivery.Path),
                    (ProresKind.Plain(plain), plain.Path),
                }
            )
            {
                await using (writer)
                {
                    await FramePipeline.RunAsync(evaluator, plan, pictures, writer, 2, null, default);
                    await writer.FinishAsync(default);
                }
            }
            Assert.Equal(await File.ReadAllBytesAsync(plain.Path), await File.ReadAllBytesAsync(delivery.Path));
        }
    }

    /// <summary>Many frames that change little fill the queue long before a picture of tiles is full: it must go out all the same.</summary>
    [Fact]
    public async Task ASlowRollDoesNotWaitForItself()
    {
        var film = Film.Of(64, 32).Graphic;
        var plate = Hang.Tests.Shared.Making.With(
            film.Layers[0],
            "position",
            Hang.Tests.Shared.Making.Over(
                new Scene.Motion.Keyframe(0, new(0, 4), Scene.Motion.Feel.Linear),
                new Scene.Motion.Keyframe(417, new(20, 4), Scene.Motion.Feel.Linear)
            )
        );
        var roll = new Core.Evaluation.Evaluator(film.With(plate) with { Phases = new(12, 400, 6) }, Paint.Shaping.TypeShaper.Shipped);
        var plan = HandoffPlan.Whole(roll.Graphic, FileKind.Prores, Backing.None);
        var path = Path.Combine(folder, "a.mov");
        await Renderer.RenderAsync(roll, plan, pictures, path, "a").WaitAsync(TimeSpan.FromMinutes(1));
        Assert.True(new FileInfo(path).Length > 0);
    }

    [Fact]
    public void AFrameIsTakenApartAsItsHeadersSay() =>
        Assert.Throws<InvalidDataException>(() => ProresFrame.Read([0, 0, 0, 30, .. "icpf"u8, 0, 4, 0, 0, 0x40, 0, 0, 0, 0, 0, 1, 0, 0, 9, 1, 2, 3]));

    /// <summary>What the proof finds slice by slice is what it finds frame by frame, to the last bit of every number that counts.</summary>
    [Theory]
    [InlineData(1919, 1079, false)]
    [InlineData(300, 60, true)]
    [InlineData(1281, 17, false)]
    [InlineData(100, 40, false)]
    public async Task TheProofBySlicesIsTheProofByFrames(int width, int height, bool isOpaque)
    {
        var evaluator = Film.Of(width, height);
        var plan = HandoffPlan.Whole(evaluator.Graphic, FileKind.Prores, isOpaque ? new(BackingKind.Solid, "#204020") : Backing.None);
        var path = Path.Combine(folder, "proved.mov");
        await Renderer.RenderAsync(evaluator, plan, pictures, path, "a");
        await CompareBothAsync(evaluator, plan, path);
        // A file that shows something else, too.
        var other = Film.Of(width, height, fade: 6);
        var errors = await CompareBothAsync(other, plan, path);
        Assert.Contains(errors, e => ProofTolerance.For(FileKind.Prores).Refuses(e));
    }

    /// <summary>One byte of one slice in the midst of a file: the frames that have it differ, and no others.</summary>
    [Fact]
    public async Task ADamagedSliceIsFoundWhereItIs()
    {
        var evaluator = Film.Of(640, 360);
        var plan = HandoffPlan.Whole(evaluator.Graphic, FileKind.Prores, Backing.None);
        var path = Path.Combine(folder, "damaged.mov");
        await Renderer.RenderAsync(evaluator, plan, pictures, path, "a");
        var place = (await Probing.SamplePlace.ReadAsync(path, default))[20];
        var file = await File.ReadAllBytesAsync(path);
        var frame = ProresFrame.Read(file.AsSpan((int)place.At, place.Size));
        // The largest slice, in its midst: in its coefficients.
        var largest = frame.Slices.MaxBy(s => s.Length)!;
        var at = file.AsSpan((int)place.At, place.Size).IndexOf(largest.Span) + (int)place.At + largest.Length / 2;
        for (var i = 0; i < 8; i++)
        {
            file[at + i] ^= 0x5A;
        }
        await File.WriteAllBytesAsync(path, file);
        var proof = (await Proofs.Prover.ProveAsync(evaluator, plan, pictures, path)).Proof;
        Assert.Equal<int>([20], proof.Differing);
    }

    private async Task<FrameError[]> CompareBothAsync(Core.Evaluation.Evaluator evaluator, HandoffPlan plan, string path)
    {
        var delivery = Delivery.Of(evaluator.Graphic, plan, NameCard.Of(evaluator.Graphic, plan, "Film"), path, "a");
        var comparison = new Proofs.FileComparison(evaluator, plan, delivery, pictures, new HashSet<int>(), null);
        var slices = (await comparison.BySlicesAsync(default))!.Value;
        var frames = await comparison.ByFramesAsync(default);
        Assert.Equal(frames.Found, slices.Found);
        var (a, b) = (slices.Compared.SelectMany(c => c.Errors).ToArray(), frames.Compared.SelectMany(c => c.Errors).ToArray());
        Assert.Equal(b.Length, a.Length);
        foreach (var (one, other) in a.Zip(b))
        {
            Assert.Equal(other.Frame, one.Frame);
            Assert.Equal(other.WorstColour, one.WorstColour);
            Assert.Equal(other.WorstAlpha, one.WorstAlpha);
            Assert.Equal(other.MeanColour, one.MeanColour, 9);
            Assert.Equal(other.MeanAlpha, one.MeanAlpha, 9);
            Assert.Equal(other.OutOfRange, one.OutOfRange, 9);
        }
        Assert.Equal(frames.Compared.Min(c => c.Least), slices.Compared.Min(c => c.Least), 3);
        Assert.Equal(frames.Compared.Max(c => c.Greatest), slices.Compared.Max(c => c.Greatest), 3);
        return a;
    }
}
