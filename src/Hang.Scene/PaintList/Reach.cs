namespace Hang.Scene.PaintList;

/// <summary>How far a step carries what it is done to, in pixels of its coordinates; 0 or more each.</summary>
public readonly record struct Reach(double Left, double Top, double Right, double Bottom)
{
    public static Reach operator +(Reach a, Reach b) => new(a.Left + b.Left, a.Top + b.Top, a.Right + b.Right, a.Bottom + b.Bottom);

    /// <summary>As far to either side.</summary>
    public static Reach Even(double across, double down) => new(across, down, across, down);
}
