using Hang.Core.Evaluation;

namespace Hang.Core.Programs;

/// <summary>
/// One node over one window of frames: its numbers at the window's first frame, and a column, one number for each frame, for every
/// number that changes within the window.
/// </summary>
/// <param name="Values">As <see cref="Slots"/> says, at the first frame.</param>
/// <param name="Changing">Slots that have a column, rising.</param>
/// <param name="Columns">The columns one after the other, each as long as the window.</param>
public sealed record NodeWindow(float[] Values, int[] Changing, float[] Columns)
{
    /// <summary>Evaluates a node over a window.</summary>
    public static NodeWindow Of(Evaluator evaluator, int node, FrameWindow window)
    {
        var slots = Slots.Count(evaluator.Contents[node].Kind);
        var all = new float[slots * window.Length];
        for (var i = 0; i < window.Length; i++)
        {
            evaluator.Fill(node, window.Start + i, all.AsSpan(i * slots, slots));
        }
        var first = all[..slots];
        var changing = Enumerable.Range(0, slots).Where(s => Changes(all, s, slots)).ToArray();
        var columns = new float[changing.Length * window.Length];
        for (var c = 0; c < changing.Length; c++)
        {
            for (var i = 0; i < window.Length; i++)
            {
                columns[c * window.Length + i] = all[i * slots + changing[c]];
            }
        }
        return new(first, changing, columns);
    }

    public bool SameAs(NodeWindow other) => ReferenceEquals(this, other)
        || (Values.AsSpan().SequenceEqual(other.Values) && Changing.AsSpan().SequenceEqual(other.Changing) && Columns.AsSpan().SequenceEqual(other.Columns));

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

/// <summary>A stretch of frames that is evaluated and sent as one piece.</summary>
/// <param name="Index">0 for the window that begins at frame 0.</param>
/// <param name="Start">First frame.</param>
/// <param name="Length">Frames, 1 or more.</param>
public readonly record struct FrameWindow(int Index, int Start, int Length)
{
    /// <summary>Frames in every window but the last.</summary>
    public const int Standard = 240;

    /// <summary>How many windows a graphic of so many frames has.</summary>
    public static int Count(int frames) => (frames + Standard - 1) / Standard;

    public static FrameWindow At(int index, int frames) => new(index, index * Standard, Math.Min(Standard, frames - index * Standard));
}
