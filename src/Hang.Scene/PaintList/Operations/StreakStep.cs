namespace Hang.Scene.PaintList.Operations;

/// <summary>The even mean of the picture moved along a vector, half of it to either side.</summary>
public sealed class StreakStep : StepKind
{
    public Slot Offset { get; }

    internal StreakStep()
        : base("streak") => Offset = Numbers("offset", 2);

    public override Reach Reach(ReadOnlySpan<float> v) => PaintList.Reach.Even(Math.Abs(v[Offset]) / 2 + Smeared, Math.Abs(v[Offset + 1]) / 2 + Smeared);
}
