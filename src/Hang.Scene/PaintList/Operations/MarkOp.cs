namespace Hang.Scene.PaintList.Operations;

/// <summary>Paints nothing: tells where a layer's content lies (left, top, right, bottom), and what of it the mask lets show.</summary>
public sealed class MarkOp : OpKind
{
    public Slot Box { get; }

    public Slot Shown { get; }

    internal MarkOp()
        : base("mark", Does.Marks, [], []) => (Box, Shown) = (Numbers("box", 4), Numbers("shown", 4));
}
