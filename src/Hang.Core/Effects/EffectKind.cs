using Hang.Scene.Geometry;
using Hang.Scene.PaintList;
using Hang.Scene.Registry;
using Hang.Scene.Time;
using Hang.Scene.Values;

namespace Hang.Core.Effects;

/// <summary>Where the picture lies that an effect acts on.</summary>
/// <param name="Box">The layer's box at a moment, in the coordinates that the effect's lengths are in.</param>
/// <param name="IsSteady">True when that is the same at every moment.</param>
/// <param name="Rate">Frames a second.</param>
public sealed record EffectPlace(Func<double, Box> Box, bool IsSteady, FrameRate Rate);

/// <summary>
/// A kind of thing that is done to what a layer or group shows. A new kind is one class: its values and how it writes its steps. Every effect
/// can be switched, and the switch be keyed.
/// </summary>
public abstract class EffectKind : Module
{
    protected EffectKind(string name, string title, string meaning, params ValueSpec[] values)
        : base(name, title, meaning, [SwitchSpec(), .. values]) => Switch = Values[0];

    /// <summary>Whether the effect acts.</summary>
    public ValueSpec Switch { get; }

    /// <summary>Adds the effect's steps.</summary>
    /// <param name="place">Where what it acts on lies.</param>
    public abstract void Write(StepWriter writer, ValueSet values, EffectPlace place);

    /// <summary>True for what paints onto the layer's picture instead of working on its pixels.</summary>
    public virtual bool PaintsOnto => false;

    /// <summary>Paints onto the layer's picture, in its coordinates; only what is there already takes it.</summary>
    /// <param name="box">The layer's box at a moment.</param>
    public virtual void PaintOnto(StripWriter writer, ValueSet values, Func<double, Box> box, FrameRate rate) { }

    /// <summary>Adds one step that acts while the effect is switched on.</summary>
    /// <param name="used">The values that the numbers come from.</param>
    /// <param name="fill">Writes the step's numbers but for "on".</param>
    /// <param name="moves">True when the numbers change though none of the values does.</param>
    protected void Add(StepWriter writer, ValueSet values, StepKind step, ReadOnlySpan<ValueSpec> used, Filler fill, bool moves = false)
    {
        var on = values[Switch];
        var steady = !on.IsKeyed && !moves;
        foreach (var spec in used)
        {
            steady &= !values[spec].IsKeyed;
        }
        writer.Add(step, steady, (time, v) =>
        {
            v[StepKind.On] = (float)on.NumberAt(time);
            fill(time, v);
        });
    }

    private static ValueSpec SwitchSpec() => new("on", "On", FlagKind.Flag, "", new(1), "Whether the effect acts.");
}
