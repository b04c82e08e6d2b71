namespace Hang.Scene.PaintList.Operations;

/// <summary>Closes the innermost level.</summary>
public sealed class EndOp : OpKind
{
    internal EndOp()
        : base("end", Does.Closes, [], []) { }
}
