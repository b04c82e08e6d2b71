namespace Hang.Scene.PaintList.Operations;

/// <summary>A shadow behind: grown, moved, blurred, in one colour; "only" 1 leaves the picture itself out.</summary>
public sealed class CastStep : ShadeStep
{
    public Slot Only { get; }

    public Slot Grow { get; }

    internal CastStep()
        : base("cast") => (Only, Grow) = (Number("only"), Number("grow"));

    public override Reach Reach(ReadOnlySpan<float> v)
    {
        var grow = Math.Max(0, v[Grow]);
        var (x, y) = (Far * v[Sigma] + grow + 1, Far * v[Sigma + 1] + grow + 1);
        return new(Math.Max(0, x - v[Offset]), Math.Max(0, y - v[Offset + 1]), Math.Max(0, x + v[Offset]), Math.Max(0, y + v[Offset + 1]));
    }
}
