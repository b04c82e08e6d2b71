using System.Text.Json;
using Hang.Core.Documents;
using Hang.Core.Evaluation;
using Hang.Core.Handoff;
using Hang.Media.Frames;
using Hang.Media.Kinds;
using Hang.Media.Probing;
using Hang.Media.Proofs;
using Hang.Media.Rendering;
using Hang.Paint.Pictures;
using Hang.Paint.Shaping;
using Hang.Scene.Json;
using Hang.Scene.Time;
using Hang.Tests.Shared;

namespace Hang.Media.Tests;

/// <summary>Where a handoff is cut into parts for several workers.</summary>
public sealed class ChunksTests
{
    private static readonly Graphic LowerThird = GraphicJson.Read(File.ReadAllText(Path.Combine(ProjectFolder.Root, "demo", "lower-third.hang")));
    private static readonly Evaluator Evaluator = new(LowerThird, TypeShaper.Shipped);

    private static HandoffPlan Plan(FileKind kind, double scale) => HandoffPlan.Whole(LowerThird, kind, Backing.None) with { Scale = scale };

    [Theory]
    [InlineData(FileKind.Prores, 0.5, 2, false, true)]
    [InlineData(FileKind.Png, 0.5, 2, false, true)]
    // Alone, whoever has a small one is done before another would have begun.
    [InlineData(FileKind.Prores, 0.1, 2, false, false)]
    [InlineData(FileKind.Prores, 0.5, 1, false, false)]
    // Idle workers take what waits.
    [InlineData(FileKind.Prores, 0.5, 2, true, false)]
    [InlineData(FileKind.Still, 1, 2, false, false)]
    public void AHandoffIsCutWhereThatPays(FileKind kind, double scale, int workers, bool othersWait, bool isCut)
    {
        var plan = Plan(kind, scale);
        var lengths = Chunks.Lengths(Evaluator, plan, workers, othersWait);
        Assert.Equal(isCut, lengths.Length > 1);
        Assert.Equal(plan.Frames, lengths.Sum());
    }

    /// <summary>Where only some frames stand by themselves, no part begins within a group.</summary>
    [Theory]
    [InlineData(FileKind.Mp4)]
    [InlineData(FileKind.Webm)]
    public void NoGroupIsCutApart(FileKind kind)
    {
        var plan = HandoffPlan.Whole(LowerThird, kind, new(BackingKind.Key, "#00B140"));
        var group = MediaKinds.Of(kind).Group(plan.Rate(LowerThird.Rate));
        var lengths = Chunks.Lengths(Evaluator, plan, 2);
        Assert.True(lengths.Length > 1);
        Assert.Equal(plan.Frames, lengths.Sum());
        Assert.All(lengths[..^1], l => Assert.Equal(0, l % group));
    }

    /// <summary>Joined from parts, a file holds its proof; with sound, it begins at nought as one that was made at once.</summary>
    [Theory]
    [InlineData(FileKind.Mp4, "25")]
    [InlineData(FileKind.Mp4, "60000/1001")]
    [InlineData(FileKind.Ffv1, "25")]
    [InlineData(FileKind.Webm, "30000/1001")]
    [InlineData(FileKind.Prores, "24000/1001")]
    [InlineData(FileKind.ProresHq, "50")]
    public async Task PartsAreJoinedIntoTheFileThatWouldHaveBeenMade(FileKind kind, string rate)
    {
        var folder = Directory.CreateTempSubdirectory("hang-test-").FullName;
        using var pictures = new PictureShelf(_ => null);
        try
        {
            var group = MediaKinds.Of(kind).Group(FrameRate.Parse(rate));
            var graphic = Film.Of(rate: rate).Graphic;
            graphic = graphic with { Phases = new(12, 2 * group + 20, 12) };
            var evaluator = new Evaluator(graphic, TypeShaper.Shipped);
            var plan = HandoffPlan.Whole(graphic, kind, FileKinds.Of(kind).Alpha == AlphaRoom.None ? new(BackingKind.Key, "#00B140") : Backing.None);
            int[] lengths = [group, group, plan.Frames - 2 * group];
            var parts = new List<string>();
            var proofs = new List<PartProof>();
            for (var i = 0; i < lengths.Length; i++)
            {
                var path = Path.Combine(folder, $"part-{i}.{Chunks.Extension(kind)}");
                await Renderer.RenderAsync(evaluator, Chunks.Part(plan, lengths[..i].Sum(), lengths[i]), pictures, path, "a", asPart: true);
                parts.Add(path);
                var told = await Prover.ProvePartAsync(evaluator, plan, lengths[..i].Sum(), lengths[i], pictures, path);
                // As it goes from one worker to another.
                proofs.Add(JsonSerializer.Deserialize<PartProof>(JsonSerializer.Serialize(told, ReportJson.Options), ReportJson.Options)!);
            }
            Delivery Into(string name) =>
                Delivery.Of(graphic, plan, NameCard.Of(graphic, plan, graphic.Name), Path.Combine(folder, $"{name}.{FileNames.Extension(kind)}"), "a");
            await Chunks.JoinAsync(Into("joined"), parts, default);
            var whole = await Prover.ProveAsync(evaluator, plan, pictures, Into("joined").Path);
            Assert.True(whole.Proof.Holds, whole.Proof.Verdict.ToString());
            // What the parts were compared with tells of the whole, pictures and all; in another order they are not its own.
            var joined = await Prover.ProveJoinedAsync(evaluator, plan, Into("joined").Path, proofs);
            Assert.Equal(JsonSerializer.Serialize(whole.Proof, ReportJson.Options), JsonSerializer.Serialize(joined?.Proof, ReportJson.Options));
            Assert.Equal(whole.Strip, joined!.Strip);
            Assert.Null(await Prover.ProveJoinedAsync(evaluator, plan, Into("joined").Path, [proofs[1], proofs[0], proofs[2]]));

            if (MediaKinds.Of(kind) is MovieKind)
            {
                // How movies of our own are heard is held by HeardTests.
                return;
            }
            var wave = Path.Combine(folder, "tone.wav");
            await Film.AskAsync("ffmpeg", "-v", "error", "-f", "lavfi", "-i", "sine=frequency=440:sample_rate=48000:duration=2", wave);
            await Chunks.JoinAsync(Into("heard") with { Sound = new(wave, 96000) }, parts, default);
            Assert.Equal(plan.Frames, (await FileProbe.ReadAsync(Into("heard").Path)).Frames);
            var streams = await Film.AskAsync("ffprobe", "-v", "error", "-show_entries", "stream=codec_type,start_time", "-of", "csv=p=0", Into("heard").Path);
            Assert.Contains("video,0.000000", streams, StringComparison.Ordinal);
            if (kind == FileKind.Webm)
            {
                // By this a browser knows that it can be seen through.
                var alpha = await Film.AskAsync("ffprobe", "-v", "error", "-show_entries", "stream_tags=alpha_mode", "-of", "csv=p=0", Into("heard").Path);
                Assert.Contains("1", alpha, StringComparison.Ordinal);
            }
            Assert.Contains(kind == FileKind.Webm ? "audio,-0.007000" : "audio,0.000000", streams, StringComparison.Ordinal);
        }
        finally
        {
            Directory.Delete(folder, true);
        }
    }

    /// <summary>A part that holds something else is found, at its place in the file.</summary>
    [Theory]
    [InlineData(FileKind.Png)]
    [InlineData(FileKind.PngMovie)]
    public async Task APartThatIsNotWhatWasMeantIsFoundInTheWhole(FileKind kind)
    {
        var folder = Directory.CreateTempSubdirectory("hang-test-").FullName;
        using var pictures = new PictureShelf(_ => null);
        try
        {
            var evaluator = Film.Of();
            var plan = HandoffPlan.Whole(evaluator.Graphic, kind, Backing.None);
            var parts = new List<string>();
            var proofs = new List<PartProof>();
            foreach (var (first, frames, late) in new[] { (0, 3, 0), (3, 4, 1), (7, plan.Frames - 7, 0) })
            {
                var path = Path.Combine(folder, $"part-{first}.{Chunks.Extension(kind)}");
                await Renderer.RenderAsync(evaluator, Chunks.Part(plan, first + late, frames), pictures, path, "a", asPart: true);
                parts.Add(path);
                proofs.Add(await Prover.ProvePartAsync(evaluator, plan, first, frames, pictures, path));
            }
            var into = Path.Combine(folder, $"a.{FileNames.Extension(kind)}");
            await Chunks.JoinAsync(Delivery.Of(evaluator.Graphic, plan, NameCard.Of(evaluator.Graphic, plan, "Film"), into, "a"), parts, default);
            var joined = await Prover.ProveJoinedAsync(evaluator, plan, into, proofs);
            Assert.NotEmpty(joined!.Proof.Differing);
            Assert.All(joined.Proof.Differing, f => Assert.InRange(f, 3, 6));
            Assert.Equal(joined.Proof.Differing.Take(Proof.MostShown), joined.SideBySide.Keys);
            var second = Path.Combine(folder, $"b.{FileNames.Extension(kind)}");
            // And a file that loses one on the way is not proved by its parts.
            await Chunks.JoinAsync(Delivery.Of(evaluator.Graphic, plan, NameCard.Of(evaluator.Graphic, plan, "Film"), second, "a"), parts[..2], default);
            Assert.Null(await Prover.ProveJoinedAsync(evaluator, plan, second, proofs));
        }
        finally
        {
            Directory.Delete(folder, true);
        }
    }

    [Fact]
    public void LargerPicturesAreCutWithFewerFrames() =>
        Assert.True(Chunks.Lengths(Evaluator, Plan(FileKind.Prores, 1), 64).Length > Chunks.Lengths(Evaluator, Plan(FileKind.Prores, 0.25), 64).Length);
}
