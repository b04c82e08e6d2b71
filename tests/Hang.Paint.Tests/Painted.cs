using System.Collections.Immutable;
using Hang.Core.Documents;
using Hang.Core.Evaluation;
using Hang.Core.Layers;
using Hang.Core.Motion;
using Hang.Core.Phases;
using Hang.Paint.Painting;
using Hang.Paint.Pictures;
using Hang.Paint.Shaping;

namespace Hang.Paint.Tests;

/// <summary>Paints small graphics for the tests.</summary>
internal static class Painted
{
    public static Graphic Graphic(int width, int height, params Layer[] layers) => new()
    {
        Version = 1,
        Name = "Sample",
        Kind = GraphicKind.Bug,
        Width = width,
        Height = height,
        Rate = new(25),
        Phases = new PhaseLengths(10, 10, 10),
        Layers = [.. layers],
    };

    public static PlateLayer Plate(string id, double x, double y, double w, double h, string fill, double opacity = 1)
    {
        var colour = Core.Colour.Rgba.Parse(fill);
        return new()
        {
            Id = id,
            Name = id,
            Channels = new(ImmutableSortedDictionary<ChannelName, Channel>.Empty
                .Add(ChannelName.Position, Channel.Of(new ChannelValue(x, y)))
                .Add(ChannelName.Size, Channel.Of(new ChannelValue(w, h)))
                .Add(ChannelName.Opacity, Channel.Of(new ChannelValue(opacity)))
                .Add(ChannelName.Fill, Channel.Of(new ChannelValue(colour.R, colour.G, colour.B, colour.A)))),
        };
    }

    public static TypeLayer Type(string text, string family = "Inter", int weight = 400, double size = 40) => new()
    {
        Id = "t",
        Name = "Words",
        Text = text,
        Family = family,
        Weight = weight,
        Channels = ChannelSet.Empty.With(ChannelName.Position, new ChannelValue(10, 60)).With(ChannelName.TypeSize, new ChannelValue(size)),
    };

    public static FrameCanvas Paint(Graphic graphic, int frame = 0, double scale = 1)
    {
        var canvas = new FrameCanvas((int)(graphic.Width * scale), (int)(graphic.Height * scale), scale, null, new PictureShelf(_ => null));
        canvas.Paint(new Evaluator(graphic, TypeShaper.Shipped).At(frame));
        return canvas;
    }

    /// <summary>Premultiplied red, green, blue, alpha.</summary>
    public static int[] At(FrameCanvas canvas, int x, int y) => [.. canvas.Pixels.Slice((y * canvas.Width + x) * 4, 4).ToArray().Select(b => (int)b)];
}
