namespace Hang.Scene.PaintList.Operations;

/// <summary>The luminance as alpha, for mattes (Filter Effects, luminanceToAlpha).</summary>
public sealed class LumaStep : StepKind
{
    internal LumaStep()
        : base("luma") { }
}
