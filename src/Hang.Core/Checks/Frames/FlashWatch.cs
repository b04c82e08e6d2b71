using Hang.Scene.Time;

namespace Hang.Core.Checks.Frames;

/// <summary>The worst second of flashing.</summary>
/// <param name="General">Flashes of luminance within one second.</param>
/// <param name="Red">Flashes of saturated red within one second.</param>
/// <param name="Frame">First frame of that second.</param>
public sealed record Flashes(int General, int Red, int Frame)
{
    /// <summary>More than this many within a second are harmful (WCAG 2.2, "general flash and red flash thresholds"; ITU-R BT.1702).</summary>
    public const int Most = 3;

    public bool Harms => General > Most || Red > Most;
}

/// <summary>
/// Counts flashes: pairs of opposing changes of relative luminance by a tenth or more, the darker below 0.8, or of saturated red, over more than a quarter
/// of any ten degrees of sight (WCAG 2.2, definitions of "general flash" and of the red one). What is seen through the graphic is taken as black, and as
/// white; the worse counts.
/// </summary>
/// <param name="rate">Frames a second.</param>
public sealed class FlashWatch(FrameRate rate) : IFrameWatcher
{
    // 21 824 of 1024 x 768 pixels: a quarter of ten degrees.
    private const double Area = 21824.0 / (1024 * 768);
    private const float General = 0.1f,
        Dark = 0.8f,
        RedStep = 20,
        RedScale = 320,
        RedShare = 0.8f;
    private static readonly float[] Linear =
    [
        .. Enumerable.Range(0, 256).Select(i => i / 255.0).Select(c => (float)(c <= 0.04045 ? c / 12.92 : Math.Pow((c + 0.055) / 1.055, 2.4))),
    ];
    private readonly Swings[] swings =
    [
        .. new[] { (General, Dark), (RedStep, float.MaxValue), (General, Dark), (RedStep, float.MaxValue) }.Select(s => new Swings(
            s.Item1,
            s.Item2,
            (int)Math.Ceiling(rate.PerSecond)
        )),
    ];

    /// <summary>The worst second, once all frames were seen.</summary>
    public Flashes Worst
    {
        get
        {
            var general = swings.Where((_, i) => i % 2 == 0).Select(s => s.Worst).MaxBy(m => m.Flashes);
            var red = swings.Where((_, i) => i % 2 == 1).Select(s => s.Worst).MaxBy(m => m.Flashes);
            return new(general.Flashes, red.Flashes, general.Flashes >= red.Flashes ? general.Frame : red.Frame);
        }
    }

    public bool NeedsThumb => true;

    public void See(PaintedView view)
    {
        var thumb = view.Thumb!;
        for (var wall = 0; wall < 2; wall++)
        {
            for (var cell = 0; cell < Thumb.Cells; cell++)
            {
                var (r8, g8, b8) = thumb.Over(cell, wall * 255);
                var (r, g, b) = (Linear[(int)r8], Linear[(int)g8], Linear[(int)b8]);
                swings[2 * wall].See(cell, view.Frame, 0.2126f * r + 0.7152f * g + 0.0722f * b);
                var isRed = r > 0 && r / (r + g + b) >= RedShare;
                swings[2 * wall + 1].See(cell, view.Frame, isRed ? Math.Max(0, (r - g - b) * RedScale) : 0);
            }
            swings[2 * wall].EndFrame(view.Frame, Area);
            swings[2 * wall + 1].EndFrame(view.Frame, Area);
        }
    }

    /// <summary>Swings of one measure up and down, cell by cell: only what flashes in the same place is a flash, and not what moves by.</summary>
    /// <param name="step">A swing is at least so large.</param>
    /// <param name="dark">The lower end of a swing lies below this.</param>
    /// <param name="second">Frames in a second.</param>
    private sealed class Swings(float step, float dark, int second)
    {
        private readonly float[] ends = new float[Thumb.Cells];
        private readonly sbyte[] ways = new sbyte[Thumb.Cells];
        private readonly Queue<int>[] swung = [.. Enumerable.Range(0, Thumb.Cells).Select(_ => new Queue<int>())];
        private bool isBegun;

        /// <summary>The most flashes within a second over a large enough area, and the first frame of that second.</summary>
        public (int Flashes, int Frame) Worst { get; private set; }

        public void See(int cell, int frame, float value)
        {
            if (!isBegun)
            {
                ends[cell] = value;
                return;
            }
            var (end, way) = (ends[cell], ways[cell]);
            if ((way > 0 && value > end) || (way < 0 && value < end))
            {
                // It goes on the way it went.
                ends[cell] = value;
            }
            else if (Math.Abs(value - end) >= step && Math.Min(value, end) < dark)
            {
                ways[cell] = (sbyte)Math.Sign(value - end);
                ends[cell] = value;
                swung[cell].Enqueue(frame);
            }
        }

        public void EndFrame(int frame, double area)
        {
            isBegun = true;
            var cells = new List<int>();
            foreach (var times in swung)
            {
                while (times.TryPeek(out var oldest) && frame - oldest >= second)
                {
                    times.Dequeue();
                }
                cells.Add(times.Count / 2);
            }
            // As many as a large enough part of the picture has at least.
            var flashes = cells.OrderDescending().ElementAt(Math.Min(cells.Count - 1, (int)Math.Ceiling(area * Thumb.Cells) - 1));
            if (flashes > Worst.Flashes)
            {
                Worst = (flashes, Math.Max(0, frame - second + 1));
            }
        }
    }
}
