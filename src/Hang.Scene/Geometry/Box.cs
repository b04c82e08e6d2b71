namespace Hang.Scene.Geometry;

/// <summary>A point or a vector, in pixels of the graphic unless said otherwise; y grows downwards.</summary>
public readonly record struct Point(double X, double Y);

/// <summary>An axis-aligned rectangle by its edges. Empty when it has no area.</summary>
public readonly record struct Box(double Left, double Top, double Right, double Bottom)
{
    public static Box Empty => default;

    public double Width => Right - Left;

    public double Height => Bottom - Top;

    public bool IsEmpty => !(Right > Left && Bottom > Top);

    /// <summary>The smallest box around both; an empty box adds nothing.</summary>
    public Box Union(Box other) =>
        IsEmpty ? other
        : other.IsEmpty ? this
        : new(Math.Min(Left, other.Left), Math.Min(Top, other.Top), Math.Max(Right, other.Right), Math.Max(Bottom, other.Bottom));

    /// <summary>The part that both share, or an empty box.</summary>
    public Box Intersect(Box other)
    {
        var box = new Box(Math.Max(Left, other.Left), Math.Max(Top, other.Top), Math.Min(Right, other.Right), Math.Min(Bottom, other.Bottom));
        return box.IsEmpty ? Empty : box;
    }
}
