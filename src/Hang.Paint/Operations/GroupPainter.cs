using Hang.Scene.PaintList;
using SkiaSharp;

namespace Hang.Paint.Operations;

internal sealed class GroupPainter : IOpPainter
{
    public void Paint(PaintContext c, Op op, ReadOnlySpan<float> v)
    {
        var opacity = v[Ops.Group.Opacity] * c.Alpha;
        if (opacity <= 0)
        {
            c.Skipping = 1;
        }
        else if (v[Ops.Group.On] == 0 || (c.Sheet is not null && opacity >= 1 && IsPlain(c, op, v)))
        {
            c.Open(opacity);
        }
        else if (GroupLayer.Open(c, op, v, opacity) is { } layer)
        {
            c.Open(layer);
        }
        else
        {
            c.Skipping = 1;
        }
    }

    /// <summary>
    /// True when the group is the same painted straight: laying one on the other gives the same in whatever order it is done (W3C Compositing, source over).
    /// </summary>
    private static bool IsPlain(PaintContext c, Op op, ReadOnlySpan<float> v) =>
        op.Mixing == Mixing.Normal && c.Mode == SKBlendMode.SrcOver && c.Strip.In(op).IsLaidOnly && !op.HasActingSteps(v);
}
