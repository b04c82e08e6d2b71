using Hang.Core.Documents;
using Hang.Scene.Geometry;
using Hang.Scene.PaintList;

namespace Hang.Core.Evaluation;

/// <summary>
/// Motion blur's moments. The shutter opens at the frame's own moment, so that a keyframe held until a frame is not mixed with what comes
/// before it, and stays open for its angle by 360 of a frame. The mean over evenly spread moments is what film would have caught.
/// </summary>
internal static class Shutter
{
    /// <summary>More moments than this are not taken; a picture wide as the widest frame still has them closer than 4 px.</summary>
    private const int Most = 2048;

    /// <summary>How far apart two moments may be on the screen, in pixels of the graphic; further, and they are seen one by one.</summary>
    private const double Step = 1;

    /// <summary>Motion below this, in pixels while the shutter is open, is not seen.</summary>
    private const double Least = 0.35;

    private const int MarkAt = 7;

    /// <summary>Which of left, top, right, bottom make each corner.</summary>
    private static readonly (int X, int Y)[] Corners = [(0, 1), (2, 1), (2, 3), (0, 3)];

    /// <summary>Rows of numbers at the moments, as many as keep them a pixel apart; none when the node stands.</summary>
    public static float[][] Open(MotionBlur blur, Node node, int frame)
    {
        var open = blur.Angle / 360;
        if (open <= 0)
        {
            return [];
        }
        var slots = node.Standing.Length;
        float[] start = new float[slots],
            middle = new float[slots],
            end = new float[slots];
        node.Fill(frame, frame, start);
        node.Fill(frame + open, frame, end);
        node.Fill(frame + open / 2, frame, middle);
        var far = Distance(node, start, middle) + Distance(node, middle, end);
        if (!(far >= Least) || (start[6] == 0 && middle[6] == 0 && end[6] == 0))
        {
            return [];
        }
        var rows = new float[Math.Clamp((int)Math.Ceiling(far / Step - 1e-6), 2, Most)][];
        for (var i = 0; i < rows.Length; i++)
        {
            rows[i] = new float[slots];
            // The middle of each part of the time that the shutter is open.
            node.Fill(frame + open * (i + 0.5) / rows.Length, frame, rows[i]);
        }
        return rows;
    }

    /// <summary>How far what is seen moves, at most, in pixels: the corners of its box, and where its shapes change the edges of what they touch.</summary>
    private static double Distance(Node node, float[] a, float[] b)
    {
        double most = 0;
        foreach (var (x, y) in Corners)
        {
            var (p, q) = (Corner(a, x, y), Corner(b, x, y));
            most = Math.Max(most, Math.Sqrt((p.X - q.X) * (p.X - q.X) + (p.Y - q.Y) * (p.Y - q.Y)));
        }
        if (node.Changes)
        {
            var (p, q) = (Touched.By(node.Strip, a), Touched.By(node.Strip, b));
            if (!p.IsEmpty && !q.IsEmpty)
            {
                most = Math.Max(
                    most,
                    Math.Max(Math.Max(Math.Abs(p.Left - q.Left), Math.Abs(p.Right - q.Right)), Math.Max(Math.Abs(p.Top - q.Top), Math.Abs(p.Bottom - q.Bottom)))
                );
            }
        }
        return most;
    }

    private static Point Corner(float[] v, int x, int y)
    {
        const int shown = MarkAt + 4;
        return new Matrix(v[0], v[1], v[2], v[3], v[4], v[5]).Map(new Point(v[shown + x], v[shown + y]));
    }
}
