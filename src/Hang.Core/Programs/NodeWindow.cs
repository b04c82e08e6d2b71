using Hang.Core.Evaluation;
using Hang.Scene.Geometry;
using Hang.Scene.PaintList;

namespace Hang.Core.Programs;

/// <summary>
/// One node over one window of frames: its numbers at the window's first frame, and a column, one number for each frame, for every
/// number that changes within the window.
/// </summary>
/// <param name="Values">At the first frame, as the operations of its strip say.</param>
/// <param name="Changing">Numbers that have a column, rising.</param>
/// <param name="Columns">The columns one after the other, each as long as the window.</param>
/// <param name="MomentCounts">For motion blur: how many moments each frame is the mean of, 0 for a sharp one; empty when all are sharp.</param>
/// <param name="Moments">Those moments in order, for each the numbers of the changing ones.</param>
/// <param name="MomentBoxes">For each frame the box that its moments can touch, left, top, right, bottom; empty when all are sharp.</param>
public sealed record NodeWindow(float[] Values, int[] Changing, float[] Columns, int[] MomentCounts, float[] Moments, float[] MomentBoxes)
{
    /// <summary>Evaluates a node over a window.</summary>
    public static NodeWindow Of(Evaluator evaluator, int node, FrameWindow window)
    {
        var strip = evaluator.Strips[node];
        var slots = strip.Size;
        // A group that is opened and closed within the strip gets its bounds here; of one that goes on into others the viewer's painter takes the whole frame.
        var closed = strip.Opens == 0 && strip.HasGroups;
        var all = new float[slots * window.Length];
        var blurred = new float[window.Length][][];
        var boxes = new float[4 * window.Length];
        for (var i = 0; i < window.Length; i++)
        {
            evaluator.Fill(node, window.Start + i, all.AsMemory(i * slots, slots));
            blurred[i] = evaluator.Moments(node, window.Start + i);
            if (closed)
            {
                Touched.By(strip, all.AsMemory(i * slots, slots));
            }
            if (blurred[i].Length > 0)
            {
                Put(boxes.AsSpan(4 * i, 4), Touched.WithEnds(blurred[i]).Aggregate(Box.Empty, (box, row) => box.Union(Touched.By(strip, row))));
            }
        }
        var first = all[..slots];
        var changing = Enumerable.Range(0, slots).Where(s => Changes(all, s, slots) || blurred.Any(f => f.Any(row => row[s] != first[s]))).ToArray();
        var columns = new float[changing.Length * window.Length];
        for (var c = 0; c < changing.Length; c++)
        {
            for (var i = 0; i < window.Length; i++)
            {
                columns[c * window.Length + i] = all[i * slots + changing[c]];
            }
        }
        var sharp = blurred.All(f => f.Length == 0);
        return new(
            first,
            changing,
            columns,
            sharp ? [] : [.. blurred.Select(f => f.Length)],
            [.. blurred.SelectMany(f => f).SelectMany(row => changing.Select(s => row[s]))],
            sharp ? [] : boxes
        );
    }

    public bool SameAs(NodeWindow other) =>
        ReferenceEquals(this, other)
        || (
            Values.AsSpan().SequenceEqual(other.Values)
            && Changing.AsSpan().SequenceEqual(other.Changing)
            && Columns.AsSpan().SequenceEqual(other.Columns)
            && MomentCounts.AsSpan().SequenceEqual(other.MomentCounts)
            && Moments.AsSpan().SequenceEqual(other.Moments)
            && MomentBoxes.AsSpan().SequenceEqual(other.MomentBoxes)
        );

    private static void Put(Span<float> numbers, Box box) =>
        (numbers[0], numbers[1], numbers[2], numbers[3]) = box.IsEmpty ? (0, 0, 0, 0) : ((float)box.Left, (float)box.Top, (float)box.Right, (float)box.Bottom);

    private static bool Changes(float[] all, int slot, int slots)
    {
        for (var i = slot + slots; i < all.Length; i += slots)
        {
            if (all[i] != all[slot])
            {
                return true;
            }
        }
        return false;
    }
}
