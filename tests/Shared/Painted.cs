using Hang.Core.Contents;
using Hang.Core.Documents;
using Hang.Core.Evaluation;
using Hang.Core.Layers;
using Hang.Paint.Painting;
using Hang.Paint.Pictures;
using Hang.Paint.Shaping;
using Hang.Scene.PaintList;
using Hang.Scene.Phases;
using Hang.Scene.Values;

namespace Hang.Tests.Shared;

/// <summary>Paints small graphics for the tests.</summary>
internal static class Painted
{
    public static Graphic Graphic(int width, int height, params Layer[] layers) =>
        new()
        {
            Version = Core.Documents.Graphic.FormatVersion,
            Name = "Sample",
            Kind = GraphicKind.Bug,
            Width = width,
            Height = height,
            Rate = new(25),
            Phases = new PhaseLengths(10, 10, 10),
            Layers = [.. layers],
        };

    public static Layer Plate(string id, double x, double y, double w, double h, string fill, double opacity = 1)
    {
        var c = Scene.Colour.Rgba.Parse(fill);
        return Making
            .Layer<Plate>(id)
            .With("position", new Value(x, y))
            .With("size", new Value(w, h))
            .With("opacity", new Value(opacity))
            .With("fill", new Value(c.R, c.G, c.B, c.A));
    }

    public static Layer Type(string text, string family = "Inter", int weight = 400, double size = 40) =>
        Making
            .TypeOf("t", text, "Words")
            .With("family", family)
            .With("weight", new Value(weight))
            .With("position", new Value(10, 60))
            .With("typeSize", new Value(size));

    /// <summary>How many pixels are covered, those in part by their part.</summary>
    public static double Covered(FrameCanvas canvas) =>
        Enumerable.Range(0, canvas.Height).Sum(y => Enumerable.Range(0, canvas.Width).Sum(x => At(canvas, x, y)[3] / 255.0));

    /// <summary>Where a node touches the picture.</summary>
    public static Scene.Geometry.Box BoundsOf(DrawNode node) => Touched.By(node.Strip, node.Row);

    public static FrameCanvas Paint(Graphic graphic, int frame = 0, double scale = 1)
    {
        var canvas = new FrameCanvas((int)(graphic.Width * scale), (int)(graphic.Height * scale), null, new PictureShelf(_ => null));
        canvas.Paint(new Evaluator(graphic, TypeShaper.Shipped).At(frame));
        return canvas;
    }

    /// <summary>Premultiplied red, green, blue, alpha.</summary>
    public static int[] At(FrameCanvas canvas, int x, int y) => [.. canvas.Pixels.Slice((y * canvas.Width + x) * 4, 4).ToArray().Select(b => (int)b)];
}
