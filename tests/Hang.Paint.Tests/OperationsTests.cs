using System.Text.Json;
using Hang.Paint.Painting;
using Hang.Paint.Pictures;
using Hang.Paint.Pixels;
using Hang.Scene.Geometry;
using Hang.Scene.PaintList;
using Hang.Scene.Typesetting;
using Hang.Tests.Shared;
using SkiaSharp;

namespace Hang.Paint.Tests;

/// <summary>
/// Every operation and step of the paint list, painted by this painter. The lists are printed to tests/examples/operations.json and the pictures
/// kept beside them; the painter of the stage paints the same lists in its own tests and is held against the pictures.
/// </summary>
public class OperationsTests
{
    private const int Width = 160;
    private const int Height = 120;

    /// <summary>The same library gives the same picture, but for the last step of a processor's own arithmetic.</summary>
    private const int Same = 2;

    private static readonly JsonSerializerOptions Web = new(JsonSerializerDefaults.Web);

    private static readonly string Folder = Path.Combine(ProjectFolder.Root, "tests", "examples", "operations");
    private static readonly string Mark = Path.Combine(ProjectFolder.Root, "demo", "fernhollow-mark.png");

    private static readonly Dictionary<string, Listed[]> Cases = All().ToDictionary(c => c.Name, c => c.Strips, StringComparer.Ordinal);

    public static TheoryData<string> Names() => [.. Cases.Keys];

    [Theory]
    [MemberData(nameof(Names))]
    public void ThePictureStands(string name)
    {
        using var painted = Painted(Cases[name], out _);
        var file = Path.Combine(Folder, $"{name}.png");
        if (Environment.GetEnvironmentVariable("HANG_GENERATE") is { Length: > 0 })
        {
            Directory.CreateDirectory(Folder);
            File.WriteAllBytes(file, painted.Encode(SKEncodedImageFormat.Png, 100).ToArray());
        }
        using var kept = SKBitmap.Decode(file, new SKImageInfo(Width, Height, SKColorType.Rgba8888, SKAlphaType.Premul));
        ReadOnlySpan<byte> now = painted.GetPixelSpan(),
            old = kept.GetPixelSpan();
        var (worst, touched) = (0, 0);
        for (var i = 0; i < now.Length; i++)
        {
            worst = Math.Max(worst, Math.Abs(now[i] - old[i]));
            touched += now[i] > 0 ? 1 : 0;
        }
        Assert.InRange(worst, 0, Same);
        Assert.True(touched > 100, "Nothing was painted.");
    }

    [Fact]
    public void TheListsAreGenerated() => Generated.Check("tests/examples/operations.json", Printed());

    [Fact]
    public void EveryOperationAndStepIsAmongThem()
    {
        var ops = Cases.Values.SelectMany(s => s).SelectMany(s => s.Strip.Ops).ToArray();
        Assert.Empty(Ops.All.Except(ops.Select(o => o.Kind)).Select(k => k.Name));
        Assert.Empty(Ops.Steps.Except(ops.SelectMany(o => o.Steps).Select(o => o.Kind)).Select(k => k.Name));
    }

    /// <summary>What is painted never leaves the box that the core says it touches.</summary>
    [Theory]
    [MemberData(nameof(Names))]
    public void NothingIsPaintedOutsideOfWhatIsTouched(string name)
    {
        using var painted = Painted(Cases[name], out var scene);
        for (var y = 0; y < Height; y++)
        {
            for (var x = 0; x < Width; x++)
            {
                var inside = x + 1 > scene.Bounds.Left && x < scene.Bounds.Right && y + 1 > scene.Bounds.Top && y < scene.Bounds.Bottom;
                Assert.True(inside || painted.GetPixel(x, y).Alpha == 0, $"{x}, {y} lies outside of {scene.Bounds}");
            }
        }
    }

    /// <summary>Filters on pixels that are at hand are our own; Skia's do the same to what is not, at full size and with all four channels.</summary>
    [Theory]
    [MemberData(nameof(Names))]
    public void OurFiltersAreSkias(string name)
    {
        using var ours = Painted(Cases[name], out var scene);
        using var pictures = new PictureShelf(_ => File.ReadAllBytes(Mark));
        using var painter = new ScenePainter(pictures);
        using var surface = SKSurface.Create(ours.Info);
        painter.Paint(surface.Canvas, scene);
        var theirs = surface.PeekPixels().GetPixelSpan();
        var mine = ours.GetPixelSpan();
        var worst = 0;
        for (var i = 0; i < mine.Length; i++)
        {
            worst = Math.Max(worst, Math.Abs(mine[i] - theirs[i]));
        }
        Assert.InRange(worst, 0, Rounded.GetValueOrDefault(name, Same));
    }

    /// <summary>Where Skia rounds more often than we do, or paints an edge in a layer of another size.</summary>
    private static readonly Dictionary<string, int> Rounded = new(StringComparer.Ordinal)
    {
        ["map"] = 4,
        ["mapInPart"] = 4,
        ["streak"] = 3,
        ["trail"] = 3,
        ["picture"] = 3,
        ["onto"] = 3,
        ["blend-colorDodge"] = 3,
        ["blend-hardLight"] = 3,
        ["cast"] = 6,
    };

    private static SKBitmap Painted(Listed[] strips, out SceneMoment scene)
    {
        scene = new(Width, Height, [.. strips.Select(s => new DrawNode(s.Strip, s.Row, s.Moments))]);
        using var pictures = new PictureShelf(_ => File.ReadAllBytes(Mark));
        using var painter = new ScenePainter(pictures);
        using var blocks = new Blocks();
        using var sheet = new Sheet(blocks, 0, 0, Width, Height);
        painter.Paint(sheet, scene, SKColors.Transparent, SKMatrix.Identity);
        using var image = sheet.Image();
        var bitmap = new SKBitmap(image.Info);
        image.ReadPixels(bitmap.Info, bitmap.GetPixels());
        return bitmap;
    }

    private static string Printed()
    {
        var resources = Cases.Values.SelectMany(s => s).SelectMany(s => s.Strip.Resources.Values).Distinct().ToArray();
        var outlines = resources
            .OfType<Outline>()
            .Concat(resources.OfType<GlyphRun>().SelectMany(r => r.Glyphs.Select(g => g.Outline)))
            .DistinctBy(o => o.Hash);
        object Head(Op op, int code) =>
            new
            {
                code,
                takes = op.Takes,
                words = op.Words,
                at = op.At,
                each = op.Each,
                steps = op.Steps.Select(s => Head(s, s.Kind.Code)),
            };
        return JsonSerializer.Serialize(
                new
                {
                    width = Width,
                    height = Height,
                    outlines = outlines.ToDictionary(o => o.Hash, o => o.Commands),
                    runs = resources
                        .OfType<GlyphRun>()
                        .DistinctBy(r => r.Hash)
                        .ToDictionary(r => r.Hash, r => new { glyphs = r.Glyphs.Select(g => g.Outline.Hash), places = r.Places }),
                    cases = Cases.Select(c =>
                    {
                        // The bounds of groups are written as the core finds them.
                        _ = new SceneMoment(Width, Height, [.. c.Value.Select(s => new DrawNode(s.Strip, s.Row, s.Moments))]).Bounds;
                        return new
                        {
                            name = c.Key,
                            strips = c.Value.Select(s => new
                            {
                                head = new
                                {
                                    node = s.Strip.Id,
                                    layer = s.Strip.Layer,
                                    size = s.Strip.Size,
                                    ops = s.Strip.Ops.Select(o => Head(o, Ops.All.IndexOf(o.Kind))),
                                },
                                values = s.Row,
                                moments = s.Moments,
                                box = s.Moments.Length == 0
                                    ? []
                                    : Edges(s.Moments.Aggregate(Scene.Geometry.Box.Empty, (box, row) => box.Union(Touched.By(s.Strip, row)))),
                            }),
                        };
                    }),
                },
                Web
            ) + "\n";
    }

    private static float[] Edges(Scene.Geometry.Box box) => [(float)box.Left, (float)box.Top, (float)box.Right, (float)box.Bottom];

    private static IEnumerable<(string Name, Listed[] Strips)> All()
    {
        float[] red = [0.8f, 0.2f, 0.1f, 1],
            blue = [0.1f, 0.3f, 0.9f, 0.7f],
            white = [1, 1, 1, 1];
        float[] box = [20, 20, 120, 20, 120, 90, 20, 90];
        Listed Plain(Action<ListMaker> write) => ListMaker.Make("a", write);
        yield return ("place", [Plain(l => l.Place([0.8f, 0.3f, -0.3f, 0.9f, 40, 5], 0.6f).Fill(Shape.Box, red, box).End())]);
        yield return ("mark", [Plain(l => l.Place([1, 0, 0, 1, 0, 0], 1).Mark(20, 20, 120, 90).Fill(Shape.Box, red, box).End())]);
        yield return ("hiddenPlace", [Plain(l => l.Place([1, 0, 0, 1, 0, 0], 0).Fill(Shape.Box, red, box).End().Fill(Shape.Box, blue, box))]);
        yield return ("clip", [Plain(l => l.Clip(Shape.Ellipse, "no", 1, Ellipse(30, 30, 140, 110)).Fill(Shape.Box, red, box))]);
        yield return ("clipInverse", [Plain(l => l.Clip(Shape.Ellipse, "yes", 1, Ellipse(30, 30, 100, 80)).Fill(Shape.Box, red, box))]);
        yield return ("clipOff", [Plain(l => l.Clip(Shape.Ellipse, "no", 0, Ellipse(30, 30, 60, 60)).Fill(Shape.Box, red, box))]);
        float[] any = [1, 20, 20, 2, 130, 30, 4, 150, 100, 90, 100, 0.7f, 3, 40, 120, 20, 60, 6, 1, 60, 45, 5, 70, 20, 90, 90, 60, 80, 6, 0, 0, 0];
        yield return ("fillAny", [Plain(l => l.Fill(Shape.Any, blue, any, "evenodd"))]);
        yield return ("strokeAny", [Plain(l => l.Stroke(Shape.Any, "round", "miter", "", red, 7, any, 0.1f, 0.8f))]);
        yield return ("fillEvenOdd", [Plain(l => l.Fill("MLLLLZ", blue, [80, 8, 116, 112, 20, 46, 140, 46, 44, 112], "evenodd"))]);
        yield return ("fillCurves", [Plain(l => l.Fill("MQKCZ", red, [20, 100, 20, 20, 80, 20, 140, 20, 140, 70, 0.7f, 140, 110, 60, 60, 30, 110]))]);
        float[] stops = [0, 1, 0, 0, 1, 0.4f, 1, 1, 0, 0.5f, 1, 0, 0, 1, 1];
        yield return ("linear", [Plain(l => l.Gradient("linear", [20, 20, 120, 90, 0, 0], [1, 0, 0, 1, 0, 0], stops, box))]);
        yield return ("linearTurned", [Plain(l => l.Gradient("linear", [0, 0, 60, 0, 0, 0], [0.7f, 0.7f, -0.7f, 0.7f, 60, 20], stops, box))]);
        yield return ("radial", [Plain(l => l.Gradient("radial", [60, 50, 4, 70, 55, 60], [1, 0, 0, 1, 0, 0], stops, box))]);
        yield return ("sweep", [Plain(l => l.Gradient("sweep", [70, 55, 0, 360, 0, 0], [1, 0, 0, 1, 0, 0], stops, box))]);
        foreach (var (cap, join) in new[] { ("butt", "miter"), ("round", "round"), ("square", "bevel") })
        {
            yield return ($"stroke-{join}", [Plain(l => l.Stroke("MLL", cap, join, "", red, 12, [30, 100, 80, 30, 130, 100]))]);
        }
        yield return ("strokeDashed", [Plain(l => l.Stroke(Shape.Ellipse, "round", "round", "14 10", blue, 5, Ellipse(24, 20, 136, 100)))]);
        foreach (
            var (name, from, to, dashes) in new[]
            {
                ("strokePart", 0.1f, 0.55f, ""),
                ("strokeOverTheEnd", 0.7f, 1.2f, ""),
                ("strokePartDashed", 0.3f, 0.9f, "14 10"),
            }
        )
        {
            yield return (
                name,
                [
                    Plain(l =>
                        l.Stroke(Shape.Ellipse, "round", "round", dashes, blue, 7, Ellipse(24, 20, 136, 100), from, to)
                            .Stroke("MLLLZ", "butt", "miter", dashes, red, 4, [40, 36, 120, 36, 120, 84, 40, 84], from, to)
                    ),
                ]
            );
        }
        yield return (
            "strokeNothing",
            [Plain(l => l.Stroke(Shape.Ellipse, "round", "round", "", blue, 7, Ellipse(24, 20, 136, 100), 0.4f, 0.4f).Fill(Shape.Box, red, box))]
        );
        var run = new GlyphRun([
            .. Hang.Paint.Shaping.TypeShaper.Shipped.Shape("Bee&", "Inter", 700).Glyphs.Select(g => new SetGlyph(g.Outline, g.X, 0, g.Gap, 0, g.Stands)),
        ]);
        yield return ("glyphs", [Plain(l => l.Place([1, 0, 0, 1, 10, 80], 0.8f).Glyphs(run, red, 0.055f, 30, 0).End())]);
        yield return ("picture", [Plain(l => l.Place([0.96f, 0.2f, -0.2f, 0.96f, 30, 0], 0.9f).Picture([0, 0, 0, 0], [20, 10, 110, 100]).End())]);
        yield return ("picturePart", [Plain(l => l.Picture([128, 128, 384, 384], [20, 10, 140, 110]))]);
        yield return ("warp", [Plain(l => l.Warp(2, 2, [20, 20, 80, 10, 140, 30, 10, 60, 85, 65, 130, 60, 25, 100, 80, 115, 145, 105]))]);
        yield return (
            "groupOpacity",
            [Plain(l => l.Group("normal", 0.5f).Fill(Shape.Box, red, box).Fill(Shape.Ellipse, white, Ellipse(60, 40, 150, 110)).End())]
        );
        yield return ("groupOff", [Plain(l => l.Group("normal", 0.5f, on: 0).Fill(Shape.Box, red, box).End())]);
        foreach (
            var blend in new[]
            {
                "multiply",
                "screen",
                "overlay",
                "darken",
                "lighten",
                "colorDodge",
                "colorBurn",
                "hardLight",
                "softLight",
                "difference",
                "exclusion",
                "hue",
                "saturation",
                "color",
                "luminosity",
                "plusLighter",
                "cutTo",
                "cutOut",
            }
        )
        {
            yield return (
                $"blend-{blend}",
                [
                    Plain(l =>
                        l.Fill(Shape.Box, [0.9f, 0.6f, 0.2f, 0.9f], box)
                            .Group(blend, 0.8f)
                            .Fill(Shape.Ellipse, [0.2f, 0.5f, 0.8f, 0.9f], Ellipse(50, 10, 150, 110))
                            .End()
                    ),
                ]
            );
        }
        foreach (var (name, sigma) in new[] { ("softenSmall", 0.7f), ("soften", 3.3f), ("softenLarge", 11f) })
        {
            yield return (
                name,
                [Plain(l => l.Group("normal", 1, ListMaker.Step(Ops.Soften, sigma, sigma)).Fill(Shape.Box, red, [50, 40, 100, 40, 100, 80, 50, 80]).End())]
            );
        }
        yield return (
            "softenTurned",
            [
                Plain(l =>
                    l.Place([0, 1.5f, -0.8f, 0, 120, 0], 1)
                        .Group("normal", 1, ListMaker.Step(Ops.Soften, 2.5f, 5))
                        .Fill(Shape.Box, red, [30, 30, 60, 30, 60, 90, 30, 90])
                        .End()
                        .End()
                ),
            ]
        );
        float[] grey = [0.3f, 0.6f, 0.1f, 0, 0, 0.3f, 0.6f, 0.1f, 0, 0, 0.3f, 0.6f, 0.1f, 0, 0.1f, 0, 0, 0, 0.8f, 0];
        yield return (
            "recolour",
            [
                Plain(l =>
                    l.Group("normal", 1, ListMaker.Step(Ops.Recolour, grey))
                        .Fill(Shape.Box, red, box)
                        .Fill(Shape.Ellipse, blue, Ellipse(60, 40, 150, 110))
                        .End()
                ),
            ]
        );
        foreach (var (name, sigma, only) in new[] { ("castSmall", 0.8f, 0f), ("cast", 4f, 0f), ("castOnly", 3f, 1f) })
        {
            yield return (
                name,
                [
                    Plain(l =>
                        l.Group("normal", 0.9f, ListMaker.Step(Ops.Cast, 10, 6, sigma, sigma, 0, 0, 0.4f, 0.6f, only, 0))
                            .Fill(Shape.Ellipse, red, Ellipse(30, 30, 110, 90))
                            .End()
                    ),
                ]
            );
        }
        foreach (var (name, grow) in new[] { ("castGrown", 5f), ("castShrunk", -4f), ("castGrownLittle", 1f) })
        {
            yield return (
                name,
                [
                    Plain(l =>
                        l.Group("normal", 1, ListMaker.Step(Ops.Cast, 10, 6, 2.5f, 2.5f, 0, 0, 0.4f, 0.6f, 1, grow))
                            .Fill(Shape.Ellipse, red, Ellipse(40, 30, 110, 90))
                            .End()
                    ),
                ]
            );
        }
        yield return (
            "onto",
            [Plain(l => l.Group("normal", 1).Fill(Shape.Box, red, box).Group("onto", 0.7f).Fill(Shape.Ellipse, blue, Ellipse(60, 40, 160, 120)).End().End())]
        );
        yield return (
            "streak",
            [Plain(l => l.Group("normal", 1, ListMaker.Step(Ops.Streak, 30, 12)).Fill(Shape.Ellipse, red, Ellipse(50, 30, 110, 90)).End())]
        );
        yield return (
            "trail",
            [Plain(l => l.Group("normal", 1, ListMaker.Step(Ops.Trail, 40, 25, 0, 0, 0.4f, 0.6f, 0)).Fill(Shape.Ellipse, red, Ellipse(20, 20, 80, 70)).End())]
        );
        yield return (
            "trailOnly",
            [Plain(l => l.Group("normal", 0.8f, ListMaker.Step(Ops.Trail, -17, 30, 0, 0.4f, 0, 1, 1)).Fill(Shape.Box, blue, box).End())]
        );
        foreach (var (name, alpha) in new[] { ("map", 1f), ("mapInPart", 0.3f) })
        {
            float[] ramp = [0, 0.1f, 0, 0.3f, 1, 0.4f, 1, 0.2f, 0, 1, 1, 1, 1, 0.6f, alpha];
            yield return (
                name,
                [
                    Plain(l =>
                        l.Group("normal", 1, ListMaker.Step(Ops.Map, [3, .. ramp, .. new float[25]]))
                            .Fill(Shape.Box, red, box)
                            .Fill(Shape.Ellipse, white, Ellipse(60, 40, 150, 110))
                            .Fill(Shape.Ellipse, blue, Ellipse(10, 50, 60, 110))
                            .End()
                    ),
                ]
            );
        }
        yield return (
            "inner",
            [Plain(l => l.Group("normal", 1, ListMaker.Step(Ops.Inner, 4, 5, 3, 3, 0, 0, 0, 0.7f)).Fill(Shape.Ellipse, red, Ellipse(30, 20, 130, 100)).End())]
        );
        yield return (
            "luma",
            [Plain(l => l.Group("normal", 1, ListMaker.Step(Ops.Luma)).Fill(Shape.Box, red, box).Fill(Shape.Ellipse, white, Ellipse(60, 40, 150, 110)).End())]
        );
        Listed Worked(float[] matrix, params (OpKind, float[])[] steps) =>
            Plain(l =>
                l.Place(matrix, 1)
                    .Group("normal", 0.9f, steps)
                    .Fill(Shape.Box, red, box)
                    .Fill(Shape.Ellipse, white, Ellipse(40, 35, 100, 80))
                    .Fill(Shape.Ellipse, blue, Ellipse(60, 20, 150, 60))
                    .End()
                    .End()
            );
        float[] upright = [1, 0, 0, 1, 0, 0],
            turned = [0.9f, 0.3f, -0.3f, 0.9f, 25, -12];
        yield return ("grain", [Worked(upright, ListMaker.Step(Ops.Grain, 0.3f, 2, 12345, 1))]);
        yield return ("grainColour", [Worked(upright, ListMaker.Step(Ops.Grain, 0.5f, 5, 7, 0))]);
        yield return ("bendWave", [Worked(turned, ListMaker.Step(Ops.Bend, 0, 0, 0.6f, 0.8f, 60, 6, 0.3f, 0, 0))]);
        yield return ("bendRound", [Worked(upright, ListMaker.Step(Ops.Bend, 80, 60, 1, 0, 30, 5, 0.1f, 90, 1))]);
        yield return ("blocks", [Worked(upright, ListMaker.Step(Ops.Blocks, 12, 9, 3, 0))]);
        yield return (
            "blocksTurned",
            [
                Worked(
                    turned,
                    ListMaker.Step(Ops.Soften, 3, 3),
                    ListMaker.Step(Ops.Blocks, 10, 10, 0, 0),
                    ListMaker.Step(Ops.Cast, 6, 6, 2.2f, 2.2f, 0, 0, 0, 0.7f, 0, 0)
                ),
            ]
        );
        yield return (
            "twoSteps",
            [
                Plain(l =>
                    l.Group("normal", 1, ListMaker.Step(Ops.Soften, 2.4f, 2.4f), ListMaker.Step(Ops.Cast, 8, 8, 2.2f, 2.2f, 0, 0, 0, 0.8f, 0, 0))
                        .Fill(Shape.Box, red, box)
                        .End()
                ),
            ]
        );
        yield return (
            "groupOverStrips",
            [
                ListMaker.Make("open", l => l.Group("normal", 0.6f, ListMaker.Step(Ops.Soften, 2.6f, 2.6f))),
                ListMaker.Make("one", l => l.Fill(Shape.Box, red, box)),
                ListMaker.Make("two", l => l.Fill(Shape.Ellipse, blue, Ellipse(60, 40, 150, 110))),
                ListMaker.Make("shut", l => l.End()),
            ]
        );
        Listed Moving(string id, int moments, Func<int, float[]> matrix) =>
            ListMaker
                .Make(id, l => l.Place(matrix(0), 0.9f).Fill(Shape.Ellipse, red, Ellipse(0, 0, 50, 70)).End())
                .Over(moments, (row, i) => matrix(i).CopyTo(row, 0));
        yield return ("smear", [Moving("a", 24, i => [1, 0, 0, 1, 20.3f + i * 0.97f, 20 + i * 0.4f])]);
        yield return ("meanOfGrowth", [Moving("a", 16, i => [1 + i * 0.02f, 0, 0, 1 + i * 0.02f, 40, 20])]);
        yield return (
            "smearBehindMultiply",
            [
                Plain(l => l.Fill(Shape.Box, [0.9f, 0.6f, 0.2f, 1], box)),
                ListMaker
                    .Make("b", l =>
                        l.Place([1, 0, 0, 1, 20, 20], 1).Group("multiply", 1).Fill(Shape.Ellipse, [0.2f, 0.5f, 0.8f, 1], Ellipse(0, 0, 50, 70)).End().End()
                    )
                    .Over(20, (row, i) => row[4] = 20 + i),
            ]
        );
    }

    private static float[] Ellipse(float left, float top, float right, float bottom)
    {
        var all = new float[Shape.Count(Shape.Ellipse)];
        Shape.WriteEllipse(new(left, top, right, bottom), all);
        return all;
    }

    /// <summary>A strip with its numbers.</summary>
    internal sealed record Listed(Strip Strip, float[] Row, float[][] Moments)
    {
        public Listed Over(int moments, Action<float[], int> change) =>
            this with
            {
                Moments =
                [
                    .. Enumerable
                        .Range(0, moments)
                        .Select(i =>
                        {
                            var row = (float[])Row.Clone();
                            change(row, i);
                            return row;
                        }),
                ],
            };
    }
}
