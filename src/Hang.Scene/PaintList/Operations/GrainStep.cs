namespace Hang.Scene.PaintList.Operations;

/// <summary>Noise by cells of "size" pixels, up to "amount" lighter or darker; "mono" 1: all three colours alike. "seed" is a whole number.</summary>
public sealed class GrainStep : StepKind
{
    public Slot Amount { get; }

    public Slot Size { get; }

    public Slot Seed { get; }

    public Slot Mono { get; }

    internal GrainStep()
        : base("grain", byPixel: true) => (Amount, Size, Seed, Mono) = (Number("amount"), Number("size"), Number("seed"), Number("mono"));
}
