using Hang.Core.Documents;
using Hang.Core.Geometry;

namespace Hang.Core.Evaluation;

/// <summary>
/// Motion blur's moments. The shutter opens at the frame's own moment, so that a keyframe held until a frame is not mixed with what comes
/// before it, and stays open for its angle by 360 of a frame. The mean over evenly spread moments is what film would have caught.
/// </summary>
internal static class Shutter
{
    private const int Most = 64;

    /// <summary>How far apart two moments may be on the screen, in pixels of the graphic.</summary>
    private const double Step = 3;

    /// <summary>Motion below this, in pixels while the shutter is open, is not seen.</summary>
    private const double Least = 0.35;

    /// <summary>Which of left, top, right, bottom make each corner.</summary>
    private static readonly (int X, int Y)[] Corners = [(0, 1), (2, 1), (2, 3), (0, 3)];

    /// <summary>Writes the numbers of a node at a moment.</summary>
    public delegate void Reader(double time, Span<float> values);

    /// <summary>Rows of numbers at the moments, 2 to 64 of them by how far the node moves; none when it stands.</summary>
    public static float[][] Open(MotionBlur blur, NodeKind kind, Reader read, int frame)
    {
        var open = blur.Angle / 360;
        if (open <= 0 || kind == NodeKind.Place)
        {
            return [];
        }
        var slots = Slots.Count(kind);
        float[] start = new float[slots], middle = new float[slots], end = new float[slots];
        read(frame, start);
        read(frame + open, end);
        read(frame + open / 2, middle);
        var far = Distance(start, middle) + Distance(middle, end);
        if (!(far >= Least) || (start[Slots.Opacity] == 0 && middle[Slots.Opacity] == 0 && end[Slots.Opacity] == 0))
        {
            return [];
        }
        var rows = new float[Math.Clamp((int)Math.Ceiling(far / Step), 2, Most)][];
        for (var i = 0; i < rows.Length; i++)
        {
            rows[i] = new float[slots];
            read(frame + open * (i + 0.5) / rows.Length, rows[i]);
        }
        return rows;
    }

    /// <summary>How far the corners of what is seen move, at most, in pixels.</summary>
    private static double Distance(float[] a, float[] b)
    {
        double most = 0;
        foreach (var (x, y) in Corners)
        {
            var (p, q) = (Corner(a, x, y), Corner(b, x, y));
            most = Math.Max(most, Math.Sqrt((p.X - q.X) * (p.X - q.X) + (p.Y - q.Y) * (p.Y - q.Y)));
        }
        return most;
    }

    private static Point Corner(float[] v, int x, int y)
    {
        var from = v[Slots.Masked] != 0 ? Slots.Mask : Slots.Box;
        return new Matrix(v[0], v[1], v[2], v[3], v[4], v[5]).Map(new Point(v[from + x], v[from + y]));
    }
}
