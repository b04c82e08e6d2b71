using Hang.Scene.PaintList;
using Hang.Scene.Registry;
using Hang.Scene.Values;

namespace Hang.Core.Effects;

/// <summary>Bends the picture in waves that run in one direction: height · sin 2π (way / length - phase) across it.</summary>
public sealed class Wave : EffectKind
{
    public static readonly ValueSpec Height = new("height", "Height", NumbersKind.Number, "px", new(12), "How far the picture is moved to either side.")
    {
        Least = -2000,
        Most = 2000,
        Signs = ["↕"],
    };

    public static readonly ValueSpec Length = new("length", "Wave length", NumbersKind.Number, "px", new(160), "From crest to crest.")
    {
        Least = 1,
        Most = 20_000,
        Signs = ["λ"],
    };

    public static readonly ValueSpec Direction = new(
        "direction",
        "Direction",
        NumbersKind.Number,
        "°",
        new(0),
        "Where the waves run: degrees clockwise from the right, turning with the layer."
    )
    {
        Signs = ["∠"],
    };

    public static readonly ValueSpec Phase = new("phase", "Phase", NumbersKind.Number, "", new(0), "How far the waves have run, in wave lengths.")
    {
        Factor = 100,
        Signs = ["→"],
    };

    public static readonly ValueSpec Speed = new("speed", "Runs", NumbersKind.Number, "waves/s", new(0), "How many waves pass in a second; 0: they stand.")
    {
        Keyable = false,
        Least = -100,
        Most = 100,
        Step = 0.1,
        Signs = ["⟳"],
    };

    private Wave()
        : base("wave", "Wave", "Bends in waves.", Height, Length, Direction, Phase, Speed) { }

    public override void Write(StepWriter writer, ValueSet values, EffectPlace place)
    {
        var (height, length, direction, phase, speed) = (values[Height], values[Length], values[Direction], values[Phase], values[Speed].Constant.X);
        var step = Ops.Bend;
        Add(
            writer,
            values,
            step,
            [Height, Length, Direction, Phase],
            (time, v) =>
            {
                Shade.PutVector(v[step.Along.At..], 1, direction.NumberAt(time));
                v[step.Length] = (float)Math.Max(1, length.NumberAt(time));
                v[step.Height] = (float)height.NumberAt(time);
                v[step.Phase] = (float)(phase.NumberAt(time) + speed * time / place.Rate.PerSecond);
            },
            speed != 0
        );
    }
}
