using System.Runtime.Intrinsics;

namespace Hang.Core.Checks.Frames;

/// <summary>A place that lets the picture below be seen.</summary>
/// <param name="X">Pixels from the left, of the first such pixel.</param>
/// <param name="Y">Pixels from the top.</param>
/// <param name="Pixels">How many there are in the frame.</param>
public sealed record Hole(int Frame, int X, int Y, int Pixels);

/// <summary>The frames in which a stinger hides everything, and the frame at which the editor cuts.</summary>
/// <param name="From">First frame in which every pixel is fully covered.</param>
/// <param name="To">Last one.</param>
/// <param name="Cut">The frame at which to cut: in the midst, as far as possible from either end.</param>
public sealed record CoverWindow(int From, int To, int Cut);

/// <summary>Finds the longest stretch of frames in which every pixel is fully covered; where there is none, the frame that comes nearest to it.</summary>
public sealed class CoverWatch : IFrameWatcher
{
    private const uint Covered = 0xFF000000;
    private (int From, int To)? current,
        longest;
    private Hole? nearest;

    /// <summary>The cover window; null where no frame covers all.</summary>
    public CoverWindow? Window => longest is var (from, to) ? new(from, to, (from + to + 1) / 2) : null;

    /// <summary>The hole of the frame that has the fewest pixels uncovered; null when a window is found.</summary>
    public Hole? Nearest => longest is null ? nearest : null;

    public void See(PaintedView view)
    {
        var first = view.Pixels.IndexOfAnyInRange(0u, Covered - 1);
        if (first < 0)
        {
            current = current is var (from, _) ? (from, view.Frame + view.Times - 1) : (view.Frame, view.Frame + view.Times - 1);
            var (a, b) = current.Value;
            longest = longest is var (c, d) && d - c >= b - a ? longest : current;
            return;
        }
        current = null;
        if (longest is not null)
        {
            // Nobody asks how near another frame comes.
            return;
        }
        var holes = Holes(view.Pixels);
        if (nearest is null || holes < nearest.Pixels)
        {
            nearest = new(view.Frame, first % view.Width, first / view.Width, holes);
        }
    }

    private static int Holes(ReadOnlySpan<uint> pixels)
    {
        var (sum, covered, i) = (Vector256<uint>.Zero, Vector256.Create(Covered), 0);
        for (; i <= pixels.Length - Vector256<uint>.Count; i += Vector256<uint>.Count)
        {
            // What is true is all ones: taken away, it adds one.
            sum -= Vector256.LessThan(Vector256.Create(pixels[i..]), covered);
        }
        var holes = (int)Vector256.Sum(sum);
        for (; i < pixels.Length; i++)
        {
            holes += pixels[i] < Covered ? 1 : 0;
        }
        return holes;
    }
}
