using Hang.Paint.Pixels;
using Hang.Scene.Geometry;
using Hang.Scene.PaintList;
using Hang.Scene.PaintList.Operations;
using SkiaSharp;

namespace Hang.Paint.Operations;

/// <summary>
/// Shapes in our own colours: Skia says how much of each pixel a shape covers, in one channel, and the colours are laid on by that. Skia's own way takes
/// fifteen times as long as writing the pixels for a colour that lets something through, and thirty times for a gradient or a picture between pixels.
/// </summary>
internal static unsafe class Coverage
{
    /// <summary>Pixels below which a shape is as quick to paint by Skia; of its whole box, so that it does not change with what is seen of it.</summary>
    private const float Small = 1024;

    /// <summary>Draws a shape, as opaque as it is to be, on a canvas of one channel.</summary>
    public delegate void Draw(PaintContext c, Op op, ReadOnlySpan<float> v);

    /// <summary>Gives the colours of rows of at most a length; null when they are left to Skia.</summary>
    public delegate ColourRows? Colours(PaintContext c, Op op, ReadOnlySpan<float> v, int longest);

    /// <summary>Lays a shape of one colour or a gradient on; false when it is left to Skia.</summary>
    /// <param name="v">From the operation's own start.</param>
    public static bool Paint(PaintContext c, InkOp kind, Op op, ReadOnlySpan<float> v, InkPainter painter)
    {
        var colour = kind.Colour.Of(v);
        var solid = op.Ink!.Type == PaintType.Solid;
        if ((solid && colour[3] * c.Alpha >= 1) || !IsOurs(c, painter.Around(c, op, v), out var place))
        {
            return false;
        }
        if (place.IsEmpty)
        {
            return true;
        }
        if (!solid)
        {
            return Paint(c, op, v, place, painter.Colours, painter.Cover);
        }
        using var mask = Covered(c, op, v, place, painter.Cover);
        var flat = Compositing.Premultiplied(colour, c.Alpha);
        for (var y = place.Top; y < place.Bottom; y++)
        {
            Compositing.Over(flat, mask.Row(y), c.Sheet!.Row(y) + place.Left, place.Width);
        }
        return true;
    }

    /// <summary>Lays a shape of many colours on; false when it is left to Skia.</summary>
    /// <param name="v">From the operation's own start.</param>
    public static bool Paint(PaintContext c, Op op, ReadOnlySpan<float> v, Colours colours, Draw draw) =>
        IsOurs(c, op.Kind.Touches(c.Strip, op, v), out var place) && (place.IsEmpty || Paint(c, op, v, place, colours, draw));

    private static bool Paint(PaintContext c, Op op, ReadOnlySpan<float> v, SKRectI place, Colours colours, Draw draw)
    {
        using var rows = colours(c, op, v, place.Width);
        if (rows is null)
        {
            return false;
        }
        if (c.Alpha >= 1 && UprightBox.Of(op, v) is { } box && Holds(c.Canvas.TotalMatrix, box, place))
        {
            // It covers all that is seen of it, edges and all.
            for (var y = place.Top; y < place.Bottom; y++)
            {
                var to = c.Sheet!.Row(y) + place.Left;
                if (!rows.Write(place.Left, y, place.Width, to))
                {
                    Compositing.Over(rows.Row(place.Left, y, place.Width), to, place.Width, 255);
                }
            }
            return true;
        }
        using var mask = Covered(c, op, v, place, draw);
        for (var y = place.Top; y < place.Bottom; y++)
        {
            Compositing.Over(rows.Row(place.Left, y, place.Width), mask.Row(y), c.Sheet!.Row(y) + place.Left, place.Width);
        }
        return true;
    }

    private static bool Holds(SKMatrix m, SKRect box, SKRectI place) =>
        m.SkewX == 0
        && m.SkewY == 0
        && m.MapRect(box) is var on
        && on.Left <= place.Left
        && on.Top <= place.Top
        && on.Right >= place.Right
        && on.Bottom >= place.Bottom;

    /// <summary>True when its pixels are at hand, and it is laid over what is there.</summary>
    /// <param name="touched">What it can touch, in its coordinates.</param>
    /// <param name="place">The pixels that it can touch.</param>
    private static bool IsOurs(PaintContext c, Box touched, out SKRectI place)
    {
        place = default;
        if (c.Sheet is not { } sheet || c.Mode != SKBlendMode.SrcOver || !c.Canvas.IsClipRect)
        {
            return false;
        }
        var mapped = WholePixels.Map(c.Canvas.TotalMatrix, touched);
        var box = WholePixels.Around(mapped);
        var area = box.Width * box.Height;
        if (!(area >= Small && area < float.MaxValue))
        {
            return false;
        }
        place = WholePixels.Within(mapped, SKRectI.Intersect(c.Canvas.DeviceClipBounds, sheet.Whole));
        return true;
    }

    private static Mask Covered(PaintContext c, Op op, ReadOnlySpan<float> v, SKRectI place, Draw draw)
    {
        var mask = Mask.ToDrawOn(c.Blocks, place, out var surface);
        using (surface)
        {
            var canvas = c.Canvas;
            surface.Canvas.SetMatrix(canvas.TotalMatrix);
            c.Canvas = surface.Canvas;
            draw(c, op, v);
            c.Canvas = canvas;
        }
        return mask;
    }
}
