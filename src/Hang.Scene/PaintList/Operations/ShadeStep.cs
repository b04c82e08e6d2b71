namespace Hang.Scene.PaintList.Operations;

/// <summary>What throws the picture's own shape, moved, blurred and in one colour.</summary>
public abstract class ShadeStep : StepKind
{
    private protected ShadeStep(string name)
        : base(name) => (Offset, Sigma, Colour) = (Numbers("offset", 2), Numbers("sigma", 2), Numbers("colour", 4));

    public Slot Offset { get; }

    public Slot Sigma { get; }

    public Slot Colour { get; }
}
