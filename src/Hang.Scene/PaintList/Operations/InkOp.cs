namespace Hang.Scene.PaintList.Operations;

/// <summary>
/// What is painted in a colour or a gradient. "paint" is solid, linear, radial or sweep; "axis" is the gradient's geometry, "local" its matrix; the
/// repeated numbers begin with its stops, five numbers each (offset, red, green, blue, alpha).
/// </summary>
public abstract class InkOp : OpKind
{
    private protected InkOp(string name, Does does, Resource[] takes, string[] words, bool isShape = false)
        : base(name, does, takes, words, isShape) => (Colour, Axis, Local) = (Numbers("colour", 4), Numbers("axis", 6), Numbers("local", 6));

    public Slot Colour { get; }

    public Slot Axis { get; }

    public Slot Local { get; }
}
