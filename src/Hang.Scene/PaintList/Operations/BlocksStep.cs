namespace Hang.Scene.PaintList.Operations;

/// <summary>Gives each cell of a grid the mean of its colours; the grid has a corner "at".</summary>
public sealed class BlocksStep : StepKind
{
    public Slot Size { get; }

    public Slot At { get; }

    internal BlocksStep()
        : base("blocks", byPixel: true) => (Size, At) = (Numbers("size", 2), Numbers("at", 2));

    public override Reach Reach(ReadOnlySpan<float> v) => PaintList.Reach.Even(v[Size] + 1.0, v[Size + 1] + 1.0);
}
