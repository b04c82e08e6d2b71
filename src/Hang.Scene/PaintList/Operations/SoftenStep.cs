namespace Hang.Scene.PaintList.Operations;

/// <summary>A Gaussian blur of two standard deviations, across and down.</summary>
public sealed class SoftenStep : StepKind
{
    public Slot Sigma { get; }

    internal SoftenStep()
        : base("soften") => Sigma = Numbers("sigma", 2);

    public override double Softens(ReadOnlySpan<float> v) => v[Sigma];

    public override Reach Reach(ReadOnlySpan<float> v) => PaintList.Reach.Even(Far * v[Sigma] + 1, Far * v[Sigma + 1] + 1);
}
