namespace Hang.Scene.PaintList.Operations;

/// <summary>A shadow inside the edges: what is outside, moved, blurred, in one colour, cut to the picture.</summary>
public sealed class InnerStep : ShadeStep
{
    internal InnerStep()
        : base("inner") { }
}
