using Hang.Core.Documents;
using Hang.Core.Evaluation;
using Hang.Paint.Painting;
using Hang.Paint.Pictures;
using Hang.Paint.Shaping;
using Hang.Scene.Sources;
using Hang.Tests.Shared;
using SkiaSharp;

namespace Hang.Paint.Tests;

/// <summary>Documents of every version of the format, with the pictures that the Hang of their time painted.</summary>
public class ExamplesTests
{
    /// <summary>Blurs of version 1 jumped from one whole width of their boxes to the next; now they are right, and differ by this at the most.</summary>
    private const int Blurred = 24;

    /// <summary>What no eye tells apart, and two ways of filling the same curve give.</summary>
    private const int Same = 3;

    private static readonly string Folder = Path.Combine(ProjectFolder.Root, "tests", "examples");

    public static TheoryData<string, int> Pictures()
    {
        var all = new TheoryData<string, int>();
        foreach (
            var name in Directory
                .GetDirectories(Folder, "v*")
                .SelectMany(v => Directory.GetFiles(v, "*-*.png"))
                .Select(p => Path.ChangeExtension(Path.GetRelativePath(Folder, p), null))
        )
        {
            var at = name.LastIndexOf('-');
            if (int.TryParse(name[(at + 1)..], System.Globalization.NumberStyles.None, System.Globalization.CultureInfo.InvariantCulture, out var frame))
            {
                all.Add(name[..at], frame);
            }
        }
        return all;
    }

    [Theory]
    [MemberData(nameof(Pictures))]
    public void AnUpgradedDocumentPaintsItsOldPicture(string name, int frame)
    {
        var graphic = GraphicJson.Read(File.ReadAllBytes(Path.Combine(Folder, name + ".hang")));
        Assert.Equal(Graphic.FormatVersion, graphic.Version);
        using var pictures = new PictureShelf(hash => graphic.Sources.Find(PictureSources.Kind, hash) is { } asset ? Bytes(asset, name) : null);
        using var canvas = new FrameCanvas(graphic.Width, graphic.Height, null, pictures);
        canvas.Paint(new Evaluator(graphic, TypeShaper.Shipped).At(frame));
        using var kept = SKBitmap.Decode(
            Path.Combine(Folder, $"{name}-{frame}.png"),
            new SKImageInfo(graphic.Width, graphic.Height, SKColorType.Rgba8888, SKAlphaType.Premul)
        );
        ReadOnlySpan<byte> old = kept.GetPixelSpan(),
            now = canvas.Pixels;
        var (worst, off) = (0, 0);
        for (var i = 0; i < old.Length; i++)
        {
            var d = Math.Abs(old[i] - now[i]);
            worst = Math.Max(worst, d);
            off += d > Same ? 1 : 0;
        }
        Assert.True(off <= old.Length * 0.004 && worst <= Blurred, $"{off} of {old.Length} are off, the worst by {worst}");
    }

    private static byte[]? Bytes(Asset asset, string name) =>
        asset.Data is { } data ? Convert.FromBase64String(data)
        : asset.File is { } file ? File.ReadAllBytes(Path.Combine(Folder, Path.GetDirectoryName(name)!, file))
        : null;
}
