using Hang.Scene.Geometry;

namespace Hang.Scene.PaintList.Operations;

/// <summary>Draws a part of a picture (in its pixels; nothing: all) into a box.</summary>
public sealed class PictureOp : OpKind
{
    public Slot Source { get; }

    public Slot Target { get; }

    internal PictureOp()
        : base("picture", Does.Paints, [Resource.Picture], []) => (Source, Target) = (Numbers("source", 4), Numbers("target", 4));

    public override Box Touches(Strip strip, Op op, ReadOnlySpan<float> v) => new(v[Target], v[Target + 1], v[Target + 2], v[Target + 3]);
}
