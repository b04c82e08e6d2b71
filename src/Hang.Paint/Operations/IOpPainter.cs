using Hang.Scene.PaintList;

namespace Hang.Paint.Operations;

/// <summary>Paints the operations of one kind.</summary>
internal interface IOpPainter
{
    /// <param name="v">The operation's numbers, from its own start.</param>
    void Paint(PaintContext c, Op op, ReadOnlySpan<float> v);
}
