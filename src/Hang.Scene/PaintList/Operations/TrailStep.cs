namespace Hang.Scene.PaintList.Operations;

/// <summary>What the picture's alpha passes over when it is moved along a vector, behind it in one colour; "only" 1 leaves the picture itself out.</summary>
public sealed class TrailStep : StepKind
{
    public Slot Offset { get; }

    public Slot Colour { get; }

    public Slot Only { get; }

    internal TrailStep()
        : base("trail") => (Offset, Colour, Only) = (Numbers("offset", 2), Numbers("colour", 4), Number("only"));

    public override Reach Reach(ReadOnlySpan<float> v) =>
        new(Math.Max(0, -v[Offset]) + Smeared, Math.Max(0, -v[Offset + 1]) + Smeared, Math.Max(0, v[Offset]) + Smeared, Math.Max(0, v[Offset + 1]) + Smeared);
}
