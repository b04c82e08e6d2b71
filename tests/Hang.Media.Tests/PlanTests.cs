using Hang.Core.Contents;
using Hang.Core.Documents;
using Hang.Core.Evaluation;
using Hang.Core.Handoff;
using Hang.Media.Deliveries;
using Hang.Media.Probing;
using Hang.Media.Proofs;
using Hang.Media.Rendering;
using Hang.Paint.Pictures;
using Hang.Paint.Shaping;
using Hang.Scene.Motion;
using Hang.Scene.Phases;
using Hang.Scene.Time;
using Hang.Scene.Values;
using static Hang.Tests.Shared.Making;

namespace Hang.Media.Tests;

public sealed class PlanTests : IDisposable
{
    private readonly string folder = Directory.CreateTempSubdirectory("hang-plan-").FullName;
    private readonly PictureShelf pictures = new(_ => null);

    public void Dispose()
    {
        Directory.Delete(folder, true);
        pictures.Dispose();
    }

    public static TheoryData<string> Rates => [.. FrameRate.All.Select(r => r.ToString())];

    private static Evaluator Evaluator(string rate = "25", int width = 128, int height = 72)
    {
        var plate = Layer<Plate>("p", "Plate")
            .With("size", new Value(64, 36))
            .With("fill", new Value(0.9, 0.6, 0.1, 1))
            .With("position", Over([new(0, new(0, 10), Feel.Linear), new(9, new(54, 20), Feel.Linear)]));
        return new(
            new()
            {
                Version = Graphic.FormatVersion,
                Name = "S",
                Kind = GraphicKind.Bug,
                Width = width,
                Height = height,
                Rate = FrameRate.Parse(rate),
                Phases = new PhaseLengths(10, 10, 4),
                Layers = [plate],
            },
            TypeShaper.Shipped
        );
    }

    /// <summary>The rate in the file is the fraction itself, read back by ffprobe, for both kinds of video.</summary>
    [Theory]
    [MemberData(nameof(Rates))]
    public async Task EveryRateIsWrittenExactly(string rate)
    {
        var evaluator = Evaluator(rate);
        foreach (var (kind, backing) in new[] { (FileKind.Prores, Backing.None), (FileKind.Mp4, new Backing(BackingKind.Solid, "#202020")) })
        {
            var path = Path.Combine(folder, $"{kind}.{FileNames.Extension(kind)}");
            await Renderer.RenderAsync(evaluator, HandoffPlan.Whole(evaluator.Graphic, kind, backing), pictures, path, "a");
            var probe = await FileProbe.ReadAsync(path);
            Assert.Equal((rate.Contains('/', StringComparison.Ordinal) ? rate : $"{rate}/1", 24), (probe.Rate, probe.Frames));
        }
    }

    [Fact]
    public async Task RangeScaleAndBackingAreWhatThePlanSays()
    {
        var evaluator = Evaluator();
        var plan = new HandoffPlan(FileKind.Prores, new(BackingKind.Solid, "#336699"), 3, 8, 0.5);
        var path = Path.Combine(folder, "a.mov");
        await Renderer.RenderAsync(evaluator, plan, pictures, path, "a");
        var probe = await FileProbe.ReadAsync(path);
        Assert.Equal((64, 36, 6, false), (probe.Width, probe.Height, probe.Frames, probe.HasAlpha));
        var result = await Prover.ProveAsync(evaluator, plan, pictures, path);
        Assert.True(result.Proof.Holds, result.Proof.Verdict.ToString());
        Assert.Equal([3, 4, 5, 6, 7, 8], result.Proof.Frames.Select(f => f.Frame));
        using var strip = SkiaSharp.SKBitmap.Decode(result.Strip);
        Assert.Equal(6 * 64 + 5 * 4, strip.Width);
        Assert.Equal(new SkiaSharp.SKColor(0x33, 0x66, 0x99), strip.GetPixel(62, 1), new Near(2));
    }

    [Fact]
    public async Task StillsOverABackingAreOpaque()
    {
        var evaluator = Evaluator();
        var path = Path.Combine(folder, "stills");
        await Renderer.RenderAsync(evaluator, new(FileKind.Png, new(BackingKind.Key, "#00B140"), 0, 2), pictures, path, "s");
        Assert.Equal(["s_00000.png", "s_00001.png", "s_00002.png"], Directory.GetFiles(path).Select(Path.GetFileName).Order());
        using var still = SkiaSharp.SKBitmap.Decode(Path.Combine(path, "s_00000.png"));
        Assert.Equal(SkiaSharp.SKAlphaType.Opaque, still.AlphaType);
        Assert.Equal(new SkiaSharp.SKColor(0, 0xB1, 0x40), still.GetPixel(120, 70));
    }

    [Fact]
    public async Task ForecastsComeFromTheRealEncoder()
    {
        var evaluator = new Evaluator(Evaluator().Graphic with { Phases = new PhaseLengths(60, 60, 60) }, TypeShaper.Shipped);
        var plan = HandoffPlan.Whole(evaluator.Graphic, FileKind.Prores, Backing.None);
        var forecast = await Forecaster.SampleAsync(evaluator, plan, pictures, default);
        var path = Path.Combine(folder, "a.mov");
        await Renderer.RenderAsync(evaluator, plan, pictures, path, "a");
        Assert.InRange(forecast.Bytes / (double)new FileInfo(path).Length, 0.75, 1.25);
        Assert.InRange(forecast.Sampled, 30, 50);
    }

    [Fact]
    public void OddSidesAreRefusedForH264() =>
        Assert.Throws<Scene.ProblemException>(() =>
            HandoffPlan.Whole(Evaluator(width: 129).Graphic, FileKind.Mp4, new(BackingKind.Solid, "#000000")).Demand(Evaluator(width: 129).Graphic)
        );

    private sealed class Near(int by) : IEqualityComparer<SkiaSharp.SKColor>
    {
        public bool Equals(SkiaSharp.SKColor a, SkiaSharp.SKColor b) =>
            Math.Abs(a.Red - b.Red) <= by && Math.Abs(a.Green - b.Green) <= by && Math.Abs(a.Blue - b.Blue) <= by;

        public int GetHashCode(SkiaSharp.SKColor c) => 0;
    }
}
