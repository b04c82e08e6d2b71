using Hang.Paint.Pixels;
using Hang.Scene.PaintList;
using Hang.Scene.PaintList.Operations;
using SkiaSharp;

namespace Hang.Paint.Operations;

/// <summary>A gradient as rows of premultiplied colours on the pixels of a sheet.</summary>
internal sealed unsafe class GradientRows : ColourRows
{
    private readonly Blocks blocks;
    private readonly Blocks.Block block;
    private readonly Ramp ramp;
    private readonly bool round;
    private readonly float begin,
        scale;
    private readonly int room;

    // A pixel's place in the gradient's own coordinates: of a straight one only across.
    private readonly double ux,
        uy,
        u0,
        vx,
        vy,
        v0;
    private (int Left, int Top, int Count) last;

    private GradientRows(Blocks blocks, Op op, InkOp kind, ReadOnlySpan<float> v, float opacity, SKMatrix back, int longest)
    {
        (this.blocks, room) = (blocks, (longest + 15) & ~7);
        ramp = new(v.Slice(kind.More, op.StopNumbers), opacity);
        var axis = kind.Axis.Of(v);
        round = op.Ink!.Type == PaintType.Radial;
        if (round)
        {
            (ux, uy, u0) = (back.ScaleX, back.SkewX, back.TransX - axis[0]);
            (vx, vy, v0) = (back.SkewY, back.ScaleY, back.TransY - axis[1]);
            (begin, scale) = (axis[2], 1 / (axis[5] - axis[2]));
        }
        else
        {
            double dx = axis[2] - axis[0],
                dy = axis[3] - axis[1];
            var length = dx * dx + dy * dy;
            (ux, uy) = ((dx * back.ScaleX + dy * back.SkewY) / length, (dx * back.SkewX + dy * back.ScaleY) / length);
            u0 = (dx * (back.TransX - axis[0]) + dy * (back.TransY - axis[1])) / length;
        }
        block = blocks.Take(8L * room);
    }

    /// <summary>The rows of a gradient; null of one colour, and of gradients that are left to Skia: those around, and of circles within each other.</summary>
    /// <param name="v">From the operation's own start.</param>
    /// <param name="device">From the operation's coordinates to pixels.</param>
    /// <param name="longest">The longest row that is asked for.</param>
    public static GradientRows? Of(Blocks blocks, InkOp kind, Op op, ReadOnlySpan<float> v, float opacity, SKMatrix device, int longest)
    {
        var axis = kind.Axis.Of(v);
        var m = kind.Local.Of(v);
        return
            op.Ink!.Type is PaintType.Linear or PaintType.Radial
            && (op.Ink.Type == PaintType.Linear || (axis[0] == axis[3] && axis[1] == axis[4] && axis[5] > axis[2]))
            && device.PreConcat(new SKMatrix(m[0], m[2], m[4], m[1], m[3], m[5], 0, 0, 1)).TryInvert(out var back)
            ? new(blocks, op, kind, v, opacity, back, longest)
            : null;
    }

    public override uint* Row(int left, int top, int count)
    {
        var places = (float*)block.Data;
        var colours = (uint*)(places + room);
        // Rows of a gradient across are all the same.
        if (!round && uy == 0 && last.Count >= count && last.Left == left)
        {
            return colours;
        }
        last = (left, top, count);
        var (u, v) = (ux * (left + 0.5) + uy * (top + 0.5) + u0, vx * (left + 0.5) + vy * (top + 0.5) + v0);
        if (!round && Math.Abs(ux * count) < 1e-7)
        {
            // Of one down each row is of one colour.
            new Span<float>(places, 8).Fill((float)u);
            ramp.Colours(places, colours, 8);
            new Span<uint>(colours, count).Fill(colours[0]);
            return colours;
        }
        if (round)
        {
            Places.Round(places, count, (float)u, (float)ux, (float)v, (float)vx, begin, scale);
            ramp.Colours(places, colours, count);
        }
        else
        {
            ramp.Along(u, ux, places, colours, count);
        }
        return colours;
    }

    /// <summary>Writes the colours where they are to be, where none of them lets anything through.</summary>
    public override bool Write(int left, int top, int count, uint* to)
    {
        if (!ramp.IsOpaque || round || Math.Abs(ux * count) < 1e-7)
        {
            return false;
        }
        var places = (float*)block.Data;
        // By eights: what is left over may not be written beyond.
        var whole = count & ~7;
        ramp.Along(ux * (left + 0.5) + uy * (top + 0.5) + u0, ux, places, to, whole);
        if (whole < count)
        {
            new ReadOnlySpan<uint>(Row(left + whole, top, count - whole), count - whole).CopyTo(new Span<uint>(to + whole, count - whole));
        }
        return true;
    }

    public override void Dispose() => blocks.Give(block);
}
