using Hang.Scene.PaintList;

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
        else if (v[Ops.Group.On] == 0)
        {
            c.Open(opacity);
        }
        else
        {
            c.Open(GroupLayer.Open(c, op, v, opacity));
        }
    }
}
