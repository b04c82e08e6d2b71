using Hang.Scene.PaintList;
using Hang.Scene.Registry;
using Hang.Scene.Values;

namespace Hang.Core.Effects;

/// <summary>Noise as of film, which lies on the layer: the same seed gives the same grain, on any machine.</summary>
public sealed class Grain : EffectKind
{
    public static readonly ValueSpec Amount = new("amount", "Amount", NumbersKind.Number, "", new(0.15), "How much lighter or darker it makes.")
    {
        Least = 0,
        Most = 1,
        Factor = 100,
        Signs = ["±"],
    };

    public static readonly ValueSpec Size = new("size", "Size", NumbersKind.Number, "px", new(2), "Size of a grain, in the layer's own pixels.")
    {
        Least = 0.5,
        Most = 200,
        Step = 0.5,
        Signs = ["▪"],
    };

    public static readonly ValueSpec Mono = new("mono", "Grey", FlagKind.Flag, "", new(1), "Whether red, green and blue change alike.") { Keyable = false };

    public static readonly ValueSpec Every = new(
        "every",
        "New after",
        NumbersKind.Number,
        "frames",
        new(0),
        "After how many frames the grain is another; 0: it stands."
    )
    {
        Keyable = false,
        Least = 0,
        Most = 1000,
        Signs = ["↻"],
    };

    public static readonly ValueSpec Seed = new("seed", "Seed", NumbersKind.Number, "", new(1), "Which of many grains.")
    {
        Keyable = false,
        Least = 0,
        Most = 1_000_000,
    };

    /// <summary>Seeds are whole numbers that 32 bits of floating point hold exactly: below this prime.</summary>
    private const long Seeds = 16_777_213;

    private Grain()
        : base("grain", "Grain", "Noise as of film.", Amount, Size, Mono, Every, Seed) { }

    public override void Write(StepWriter writer, ValueSet values, EffectPlace place)
    {
        var (amount, size, mono, seed, every) = (values[Amount], values[Size], values[Mono], (long)values[Seed].Constant.X, (int)values[Every].Constant.X);
        var step = Ops.Grain;
        Add(
            writer,
            values,
            step,
            [Amount, Size, Mono],
            (time, v) =>
            {
                v[step.Amount] = (float)Math.Clamp(amount.NumberAt(time), 0, 1);
                v[step.Size] = (float)Math.Max(0.5, size.NumberAt(time));
                v[step.Seed] = (seed * 7_368_787 + (every > 0 ? (long)Math.Floor(time / every) * 104_729 : 0)) % Seeds;
                v[step.Mono] = (float)mono.Constant.X;
            },
            every > 0
        );
    }
}
