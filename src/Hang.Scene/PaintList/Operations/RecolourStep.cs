namespace Hang.Scene.PaintList.Operations;

/// <summary>A colour matrix of 4 rows and 5 columns over straight red, green, blue, alpha and 1 (Filter Effects, feColorMatrix).</summary>
public sealed class RecolourStep : StepKind
{
    public Slot Matrix { get; }

    internal RecolourStep()
        : base("recolour") => Matrix = Numbers("matrix", 20);
}
