using Hang.Scene.PaintList;

namespace Hang.Paint.Operations;

internal sealed class EndPainter : IOpPainter
{
    public void Paint(PaintContext c, Op op, ReadOnlySpan<float> v) => c.Close();
}
