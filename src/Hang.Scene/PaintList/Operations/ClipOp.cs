namespace Hang.Scene.PaintList.Operations;

/// <summary>Clips all that follows in this level, with smooth edges, when "on" is not 0.</summary>
public sealed class ClipOp : OpKind
{
    public Slot On { get; }

    internal ClipOp()
        : base("clip", Does.Clips, [Resource.Path], ["verbs", "rule", "inverse"], isShape: true) => (On, More) = (Number("on"), Each("more"));
}
