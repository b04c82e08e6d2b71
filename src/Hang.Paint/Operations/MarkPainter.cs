using Hang.Scene.PaintList;

namespace Hang.Paint.Operations;

/// <summary>A mark tells where a layer is; there is nothing to paint.</summary>
internal sealed class MarkPainter : IOpPainter
{
    public void Paint(PaintContext c, Op op, ReadOnlySpan<float> v) { }
}
