using Hang.Scene.PaintList;
using Hang.Scene.Registry;
using Hang.Scene.Values;

namespace Hang.Core.Effects;

/// <summary>Bends the picture in rings about a point, as a drop in water does: height · sin 2π (distance / length - phase) towards and from it.</summary>
public sealed class Ripple : EffectKind
{
    public static readonly ValueSpec Centre = new(
        "centre",
        "Centre",
        NumbersKind.Point,
        "of box",
        new(0.5, 0.5),
        "Where the rings run from: share of the layer's box."
    )
    {
        Least = -100,
        Most = 100,
        Factor = 100,
    };

    public static readonly ValueSpec Height = new("height", "Height", NumbersKind.Number, "px", new(10), "How far the picture is moved outwards and inwards.")
    {
        Least = -2000,
        Most = 2000,
        Signs = ["↕"],
    };

    public static readonly ValueSpec Length = new("length", "Wave length", NumbersKind.Number, "px", new(80), "From crest to crest.")
    {
        Least = 1,
        Most = 20_000,
        Signs = ["λ"],
    };

    public static readonly ValueSpec Fades = new(
        "fades",
        "Fades within",
        NumbersKind.Number,
        "px",
        new(0),
        "At which distance from the centre nothing is moved any more; 0: it does not fade."
    )
    {
        Least = 0,
        Most = 20_000,
        Signs = ["◎"],
    };

    public static readonly ValueSpec Phase = new("phase", "Phase", NumbersKind.Number, "", new(0), "How far the rings have run, in wave lengths.")
    {
        Factor = 100,
        Signs = ["→"],
    };

    public static readonly ValueSpec Speed = new("speed", "Runs", NumbersKind.Number, "waves/s", new(0), "How many rings pass in a second; 0: they stand.")
    {
        Keyable = false,
        Least = -100,
        Most = 100,
        Step = 0.1,
        Signs = ["⟳"],
    };

    private Ripple()
        : base("ripple", "Ripple", "Bends in rings.", Centre, Height, Length, Fades, Phase, Speed) { }

    public override void Write(StepWriter writer, ValueSet values, EffectPlace place)
    {
        var (centre, height, length, fades, phase, speed) = (
            values[Centre],
            values[Height],
            values[Length],
            values[Fades],
            values[Phase],
            values[Speed].Constant.X
        );
        var step = Ops.Bend;
        Add(
            writer,
            values,
            step,
            [Centre, Height, Length, Fades, Phase],
            (time, v) =>
            {
                var (box, share) = (place.Box(time), centre.PointAt(time));
                (v[step.At], v[step.At + 1]) = ((float)(box.Left + box.Width * share.X), (float)(box.Top + box.Height * share.Y));
                v[step.Along] = 1;
                v[step.Length] = (float)Math.Max(1, length.NumberAt(time));
                v[step.Height] = (float)height.NumberAt(time);
                v[step.Phase] = (float)(phase.NumberAt(time) + speed * time / place.Rate.PerSecond);
                v[step.Fades] = (float)Math.Max(0, fades.NumberAt(time));
                v[step.Round] = 1;
            },
            speed != 0 || !place.IsSteady
        );
    }
}
