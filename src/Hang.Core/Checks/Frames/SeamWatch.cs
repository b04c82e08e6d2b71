namespace Hang.Core.Checks.Frames;

/// <summary>Where a loop's end meets its start.</summary>
/// <param name="Step">Difference from the last frame to the first, 0..255.</param>
/// <param name="Usual">The usual difference between neighbours that differ; 0 where none do.</param>
/// <param name="Length">The number of frames nearest to today's with which it closes; null where there is none.</param>
public sealed record Seam(double Step, double Usual, int? Length)
{
    private const double Slack = 0.02,
        Many = 2;

    /// <summary>True when the jump from the end to the start is like any other step.</summary>
    public bool Closes => Step <= Many * Usual + Slack;
}

/// <summary>Compares a graphic's last frame with its first, and its steps with each other.</summary>
public sealed class SeamWatch : IFrameWatcher
{
    // So many frames are looked through for the one that is like the first.
    private const int MostKept = 20_000;
    private readonly List<double> steps = [];
    private readonly List<(int Frame, double FromFirst)> returns = [];
    private Thumb? first,
        last;
    private int frames;

    /// <summary>The seam, once all frames were seen.</summary>
    public Seam Seam
    {
        get
        {
            if (first is null || last is null)
            {
                return new(0, 0, null);
            }
            var moved = steps.Where(s => s > 0).Order().ToArray();
            var usual = moved.Length == 0 ? 0 : moved[moved.Length / 2];
            // A loop of n frames closes when frame n would be the first again.
            var like = returns.Where(r => r.FromFirst <= Math.Max(1e-9, usual / 4)).Select(r => r.Frame).Where(n => n > 1).ToArray();
            return new(last.From(first), usual, like.Length == 0 ? null : like.MinBy(n => Math.Abs(n - frames)));
        }
    }

    public bool NeedsThumb => true;

    public void See(PaintedView view)
    {
        var thumb = view.Thumb!;
        if (last is not null)
        {
            steps.Add(thumb.From(last));
        }
        first ??= thumb;
        last = thumb;
        frames = view.Frame + view.Times;
        if (returns.Count < MostKept)
        {
            returns.Add((view.Frame, thumb.From(first)));
        }
    }
}
