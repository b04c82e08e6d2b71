using System.Text;

namespace Hang.Scene.Values;

/// <summary>How the points of a path with tangents (<see cref="PointsKind"/>) are laid out.</summary>
public static class PointLayout
{
    /// <summary>Numbers of a point: where it is, how far the tangents before and behind it reach, and whether a contour begins there.</summary>
    public const int Stride = 7;

    /// <summary>How many points each contour has, as text: what two values must share to change into each other.</summary>
    public static string Of(NumberList numbers)
    {
        var counts = new StringBuilder();
        var count = 0;
        for (var i = 0; i < numbers.Count; i += Stride)
        {
            if (count > 0 && numbers[i + 6] >= 0.5)
            {
                counts.Append(count).Append(' ');
                count = 0;
            }
            count++;
        }
        return counts.Append(count).ToString();
    }
}
