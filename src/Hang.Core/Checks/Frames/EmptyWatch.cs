namespace Hang.Core.Checks.Frames;

/// <summary>Finds frames at either end in which nothing is seen.</summary>
public sealed class EmptyWatch : IFrameWatcher
{
    /// <summary>Less alpha than this of 255 is seen by nobody.</summary>
    private const uint Seen = 3u << 24;

    /// <summary>First frame in which something is seen; -1 where there is none.</summary>
    public int First { get; private set; } = -1;

    /// <summary>Last frame in which something is seen; -1 where there is none.</summary>
    public int Last { get; private set; } = -1;

    public void See(PaintedView view)
    {
        if (view.Pixels.IndexOfAnyInRange(Seen, uint.MaxValue) < 0)
        {
            return;
        }
        First = First < 0 ? view.Frame : First;
        Last = view.Frame + view.Times - 1;
    }
}
