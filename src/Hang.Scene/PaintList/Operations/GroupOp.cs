namespace Hang.Scene.PaintList.Operations;

/// <summary>Opens a level that is painted as one picture, then put through its steps, then mixed in. "bounds" holds all that it can show, before the steps;
/// "reach" is how far those carry it to the left, top, right and bottom. "on" at 0: it is no picture of its own, and all inside is painted
/// straight.</summary>
public sealed class GroupOp : OpKind
{
    public Slot On { get; }

    public Slot Bounds { get; }

    public Slot Reach { get; }

    public Slot Opacity { get; }

    internal GroupOp()
        : base("group", Does.Opens | Does.Mixes, [], ["blend"]) =>
        (On, Bounds, Reach, Opacity) = (Number("on"), Numbers("bounds", 4), Numbers("reach", 4), Number("opacity"));
}
