namespace Hang.Scene.PaintList.Operations;

/// <summary>
/// Takes each place's colour from another: "height" · sin 2π (way / "length" - "phase") away. The way runs from "at" in the unit direction "along" and
/// moves across it; or, "round" 1, it is the distance from "at" and moves towards and from it, less and less until nothing at a distance of "fades" (0:
/// everywhere alike).
/// </summary>
public sealed class BendStep : StepKind
{
    public Slot At { get; }

    public Slot Along { get; }

    public Slot Length { get; }

    public Slot Height { get; }

    public Slot Phase { get; }

    public Slot Fades { get; }

    public Slot Round { get; }

    internal BendStep()
        : base("bend", byPixel: true) =>
        (At, Along, Length, Height, Phase, Fades, Round) = (
            Numbers("at", 2),
            Numbers("along", 2),
            Number("length"),
            Number("height"),
            Number("phase"),
            Number("fades"),
            Number("round")
        );

    public override Reach Reach(ReadOnlySpan<float> v) => PaintList.Reach.Even(Math.Abs(v[Height]) + 2.0, Math.Abs(v[Height]) + 2.0);
}
