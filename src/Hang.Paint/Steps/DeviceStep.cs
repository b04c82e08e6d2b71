using Hang.Scene.PaintList;
using SkiaSharp;

namespace Hang.Paint.Steps;

/// <summary>An effect step that acts, with its lengths in pixels of the target.</summary>
internal abstract class DeviceStep
{
    /// <summary>Below this a blur of box blurs is none.</summary>
    public const float Small = 2;

    /// <summary>Below this, in pixels, a length is not seen.</summary>
    public const float Nothing = 0.03f;

    /// <summary>How many pixels around what can be seen it needs to see, at most.</summary>
    public float Reach { get; private set; }

    /// <summary>True when Skia's filter would be wrong, or nothing of Skia's does it.</summary>
    public virtual bool NeedsPixels => false;

    /// <summary>True when it needs to see around what it makes, as Skia's filters do.</summary>
    public virtual bool IsFilter => false;

    /// <summary>By how many pixels of the frame, a power of two, what it makes may lie elsewhere and be the same; 0 when it depends on its place.</summary>
    public virtual int Lattice => 1;

    /// <summary>Pixels that it needs to see beyond what it carries.</summary>
    private protected virtual float Beyond => 0;

    /// <summary>The steps of a group that act.</summary>
    /// <param name="v">From the group's own start.</param>
    /// <param name="device">From the group's coordinates to pixels of the target.</param>
    public static List<DeviceStep> Of(Op group, ReadOnlySpan<float> v, SKMatrix device)
    {
        var steps = new List<DeviceStep>();
        foreach (var step in group.Steps)
        {
            var own = v[(step.At - group.At)..];
            if (own[StepKind.On] != 0 && StepPainters.ByCode[step.Kind.Code](own, device) is { } acting)
            {
                var reach = ((StepKind)step.Kind).Reach(own);
                var (x, y) = (Math.Max(reach.Left, reach.Right), Math.Max(reach.Top, reach.Bottom));
                acting.Reach =
                    acting.Beyond
                    + (float)Math.Max(Math.Abs(device.ScaleX) * x + Math.Abs(device.SkewX) * y, Math.Abs(device.SkewY) * x + Math.Abs(device.ScaleY) * y);
                steps.Add(acting);
            }
        }
        return steps;
    }

    /// <summary>All steps as one of Skia's filters, for the coordinates of the target.</summary>
    public static SKImageFilter? Filter(IEnumerable<DeviceStep> steps) => steps.Aggregate((SKImageFilter?)null, (input, step) => step.Over(input));

    /// <summary>This step over the result of those before; null stands for the picture itself.</summary>
    public abstract SKImageFilter? Over(SKImageFilter? input);

    /// <summary>The same to a picture in memory.</summary>
    public virtual void Work(PixelSteps on)
    {
        using var filter = Over(null);
        on.Through(filter);
    }

    /// <summary>A vector in pixels of the target.</summary>
    private protected static SKPoint Mapped(SKMatrix m, ReadOnlySpan<float> v) => new(m.ScaleX * v[0] + m.SkewX * v[1], m.SkewY * v[0] + m.ScaleY * v[1]);

    /// <summary>Standard deviations in pixels of the target; for what is neither upright nor evenly scaled, those along the turned axes.</summary>
    private protected static SKSize SigmaOf(ReadOnlySpan<float> sigma, SKMatrix m)
    {
        var (across, down) = (MathF.Sqrt(m.ScaleX * m.ScaleX + m.SkewY * m.SkewY) * sigma[0], MathF.Sqrt(m.SkewX * m.SkewX + m.ScaleY * m.ScaleY) * sigma[1]);
        // A quarter turn changes the axes; any other angle mixes them.
        var share = m.ScaleX * m.ScaleX / Math.Max(m.ScaleX * m.ScaleX + m.SkewY * m.SkewY, float.Epsilon);
        var (sx, sy) = (MathF.Sqrt(share * across * across + (1 - share) * down * down), MathF.Sqrt((1 - share) * across * across + share * down * down));
        return new(sx < Nothing ? 0 : sx, sy < Nothing ? 0 : sy);
    }

    private protected static bool IsSmall(SKSize sigma) => sigma.Width is > 0 and < Small || sigma.Height is > 0 and < Small;

    /// <summary>A picture with other colours.</summary>
    private protected static SKImageFilter Coloured(ReadOnlySpan<float> matrix, SKImageFilter? input)
    {
        using var colours = SKColorFilter.CreateColorMatrix(matrix.ToArray());
        return SKImageFilter.CreateColorFilter(colours, input);
    }
}
