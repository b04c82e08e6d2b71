namespace Hang.Scene.PaintList.Operations;

/// <summary>
/// Fills a shape. "paint" is solid, linear, radial or sweep; "axis" is the gradient's geometry, "local" its matrix, "stops" how many there are. "more"
/// holds the stops, five numbers each (offset, red, green, blue, alpha), then the coordinates.
/// </summary>
public sealed class FillOp : InkOp
{
    internal FillOp()
        : base("fill", Does.Paints | Does.Fills, [Resource.Path], ["verbs", "rule", "paint", "stops"], isShape: true) => More = Each("more");
}
