namespace Hang.Scene.PaintList.Operations;

/// <summary>Colours by luminance (as <see cref="LumaStep"/> has it, of straight colours): up to 8 stops in order, five numbers each (luminance, red, green,
/// blue, alpha), "count" of them used. The picture's alpha stays; that of the stops is how much of its own colour is replaced.</summary>
public sealed class MapStep : StepKind
{
    public Slot Count { get; }

    public Slot Stops { get; }

    internal MapStep()
        : base("map") => (Count, Stops) = (Number("count"), Numbers("stops", 40));
}
