using Hang.Core.Evaluation;
using Hang.Paint.Painting;
using Hang.Paint.Pictures;
using Hang.Scene.Geometry;
using Hang.Scene.PaintList;

namespace Hang.Server.Pictures;

/// <summary>Small pictures of graphics, PNG, at the frame that shows best what they are.</summary>
internal static class SmallPicture
{
    private const int ListWidth = 340,
        ListHeight = 190,
        Room = 12;

    /// <summary>The whole frame, no wider than is asked for and no larger than it is.</summary>
    public static byte[] Whole(Evaluator evaluator, int width, PictureShelf pictures) => At(evaluator, evaluator.Graphic.Poster, width, pictures);

    /// <summary>The whole of a frame, no wider than is asked for and no larger than it is.</summary>
    /// <param name="frame">Is kept within the graphic.</param>
    public static byte[] At(Evaluator evaluator, int frame, int width, PictureShelf pictures)
    {
        var scene = evaluator.At(Math.Clamp(frame, 0, evaluator.Graphic.Phases.Total - 1));
        using var canvas = Painted(evaluator, Math.Min(1.0, (double)width / evaluator.Graphic.Width), scene, pictures);
        return canvas.ToPng();
    }

    /// <summary>As much of the frame as something is seen in, so that words can be read in a list.</summary>
    public static byte[] Seen(Evaluator evaluator, PictureShelf pictures)
    {
        var graphic = evaluator.Graphic;
        var scene = evaluator.At(graphic.Poster);
        var seen = scene.Bounds.Intersect(new Box(0, 0, graphic.Width, graphic.Height));
        seen = seen.IsEmpty ? new(0, 0, graphic.Width, graphic.Height) : new(seen.Left - Room, seen.Top - Room, seen.Right + Room, seen.Bottom + Room);
        var scale = Math.Min(1, Math.Min(ListWidth / seen.Width, ListHeight / seen.Height));
        using var canvas = Painted(evaluator, scale, scene, pictures);
        return canvas.ToPng(new Box(seen.Left * scale, seen.Top * scale, seen.Right * scale, seen.Bottom * scale));
    }

    private static FrameCanvas Painted(Evaluator evaluator, double scale, SceneMoment scene, PictureShelf pictures)
    {
        var graphic = evaluator.Graphic;
        var canvas = new FrameCanvas(Math.Max(1, (int)(graphic.Width * scale)), Math.Max(1, (int)(graphic.Height * scale)), null, pictures);
        canvas.Paint(scene);
        return canvas;
    }
}
