using Hang.Scene.PaintList;
using Hang.Scene.PaintList.Operations;
using SkiaSharp;

namespace Hang.Paint.Painting;

/// <summary>An effect step with its lengths in pixels of the target.</summary>
/// <param name="Sigma">Standard deviations across and down; 0 for none.</param>
/// <param name="Offset">How far a shadow is moved.</param>
/// <param name="Numbers">The colour of a shadow, or the matrix of a recolouring.</param>
/// <param name="Only">True for a shadow without the picture.</param>
/// <param name="Grow">How far a shadow is larger than what casts it.</param>
internal sealed record DeviceStep(OpKind Kind, SKSize Sigma, SKPoint Offset, float[] Numbers, bool Only, float Grow = 0)
{
    /// <summary>Below this a blur of box blurs is none.</summary>
    public const float Small = 2;

    /// <summary>Below this a blur is not seen.</summary>
    private const float Nothing = 0.03f;

    /// <summary>For a step that is done by pixels: from the group's coordinates to pixels of the target.</summary>
    public SKMatrix Device { get; init; }

    /// <summary>True when Skia's blur would be wrong, or nothing of Skia's does it.</summary>
    public bool NeedsPixels => IsSmall || PixelWork.Does(Kind);

    /// <summary>How many pixels it carries what is there, at most.</summary>
    public float Reach => PixelWork.Does(Kind) ? PixelWork.ReachOf(Kind, Numbers, Device)
        : 3 * Math.Max(Sigma.Width, Sigma.Height) + Math.Max(Math.Abs(Offset.X), Math.Abs(Offset.Y)) + 3 * Math.Abs(Grow) + 1;

    private bool IsSmall => Sigma.Width is > 0 and < Small || Sigma.Height is > 0 and < Small;

    /// <summary>The steps of a group that act.</summary>
    /// <param name="device">From the group's coordinates to pixels of the target.</param>
    public static List<DeviceStep> Of(Op group, ReadOnlySpan<float> v, SKMatrix device)
    {
        var steps = new List<DeviceStep>();
        foreach (var step in group.Steps)
        {
            if (v[step.Offset(StepKind.On)] == 0)
            {
                continue;
            }
            if (step.Kind == Ops.Recolour)
            {
                steps.Add(new(step.Kind, default, default, v.Slice(step.Offset(Ops.Recolour.Matrix), 20).ToArray(), false));
                continue;
            }
            if (step.Kind == Ops.Luma)
            {
                steps.Add(new(step.Kind, default, default, [], false));
                continue;
            }
            if (step.Kind == Ops.Map)
            {
                steps.Add(new(step.Kind, default, default, v.Slice(step.Offset(Ops.Map.Stops), 5 * (int)v[step.Offset(Ops.Map.Count)]).ToArray(), false));
                continue;
            }
            if (PixelWork.Does(step.Kind))
            {
                steps.Add(new(step.Kind, default, default, v.Slice(step.At, step.Kind.RowSize(0)).ToArray(), false) { Device = device });
                continue;
            }
            if (step.Kind == Ops.Streak)
            {
                if (Mapped(device, v, step.Offset(Ops.Streak.Offset)) is { Length: > Nothing } along)
                {
                    steps.Add(new(step.Kind, default, along, [], false));
                }
                continue;
            }
            if (step.Kind == Ops.Trail)
            {
                steps.Add(new(step.Kind, default, Mapped(device, v, step.Offset(Ops.Trail.Offset)), v.Slice(step.Offset(Ops.Trail.Colour), 4).ToArray(), v[step.Offset(Ops.Trail.Only)] != 0));
                continue;
            }
            if (step.Kind is SoftenStep soften)
            {
                var sigma = SigmaOf(v[step.Offset(soften.Sigma)], v[step.Offset(soften.Sigma) + 1], device);
                if (sigma.Width > 0 || sigma.Height > 0)
                {
                    steps.Add(new(step.Kind, sigma, default, [], false));
                }
                continue;
            }
            var shade = (ShadeStep)step.Kind;
            var soft = SigmaOf(v[step.Offset(shade.Sigma)], v[step.Offset(shade.Sigma) + 1], device);
            var grow = shade is CastStep grown ? v[step.Offset(grown.Grow)] * MathF.Sqrt(Math.Abs(device.ScaleX * device.ScaleY - device.SkewX * device.SkewY)) : 0;
            steps.Add(new(shade, soft, Mapped(device, v, step.Offset(shade.Offset)), v.Slice(step.Offset(shade.Colour), 4).ToArray(), shade is CastStep alone && v[step.Offset(alone.Only)] != 0, grow));
        }
        return steps;
    }

    /// <summary>A vector in pixels of the target.</summary>
    private static SKPoint Mapped(SKMatrix m, ReadOnlySpan<float> v, int at) => new(m.ScaleX * v[at] + m.SkewX * v[at + 1], m.SkewY * v[at] + m.ScaleY * v[at + 1]);

    /// <summary>All steps as one of Skia's filters, for the coordinates of the target.</summary>
    public static SKImageFilter? Filter(IEnumerable<DeviceStep> steps) => steps.Aggregate((SKImageFilter?)null, (input, step) => step.Over(input));

    /// <summary>This step over the result of those before; null stands for the picture itself.</summary>
    public SKImageFilter Over(SKImageFilter? input)
    {
        if (Kind == Ops.Recolour)
        {
            using var matrix = SKColorFilter.CreateColorMatrix(Numbers);
            return SKImageFilter.CreateColorFilter(matrix, input);
        }
        if (Kind == Ops.Luma)
        {
            using var luma = SKColorFilter.CreateLumaColor();
            return SKImageFilter.CreateColorFilter(luma, input);
        }
        if (Kind == Ops.Soften)
        {
            return EvenBlur.Of(Sigma.Width, Sigma.Height, input)!;
        }
        if (Kind == Ops.Streak)
        {
            return Streaks.Mean(Offset, input);
        }
        if (Kind == Ops.Trail)
        {
            using var opaque = SKColorFilter.CreateColorMatrix([0, 0, 0, 0, Numbers[0], 0, 0, 0, 0, Numbers[1], 0, 0, 0, 0, Numbers[2], 0, 0, 0, 1, 0]);
            using var faded = SKColorFilter.CreateColorMatrix([1, 0, 0, 0, 0, 0, 1, 0, 0, 0, 0, 0, 1, 0, 0, 0, 0, 0, Numbers[3], 0]);
            // Copies of what lets something through would add up: it is made so at the end.
            var trail = SKImageFilter.CreateColorFilter(faded, Streaks.Union(Offset, SKImageFilter.CreateColorFilter(opaque, input)));
            return Only ? trail : SKImageFilter.CreateBlendMode(SKBlendMode.SrcOver, trail, input);
        }
        if (Kind == Ops.Map)
        {
            return ColourMap.Over(Numbers, input);
        }
        var cast = Moved(EvenBlur.Of(Sigma.Width, Sigma.Height, Tinted(Grown(Grow, input))));
        return Kind == Ops.Inner ? SKImageFilter.CreateBlendMode(SKBlendMode.SrcATop, input, Turned(cast)) : Only ? cast : SKImageFilter.CreateBlendMode(SKBlendMode.SrcOver, cast, input);
    }

    /// <summary>The picture's alpha in the step's colour.</summary>
    public SKImageFilter Tinted(SKImageFilter? input)
    {
        using var tint = Tint();
        return SKImageFilter.CreateColorFilter(tint, input);
    }

    /// <summary>For a shadow behind: the picture's alpha in the colour. For one inside: its alpha alone, since it is turned round later.</summary>
    public SKColorFilter Tint() => Kind == Ops.Inner
        ? SKColorFilter.CreateColorMatrix([0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 1, 0])
        : SKColorFilter.CreateColorMatrix([0, 0, 0, 0, Numbers[0], 0, 0, 0, 0, Numbers[1], 0, 0, 0, 0, Numbers[2], 0, 0, 0, Numbers[3], 0]);

    /// <summary>What is not covered, in the colour.</summary>
    public SKColorFilter Turn() => SKColorFilter.CreateColorMatrix([0, 0, 0, 0, Numbers[0], 0, 0, 0, 0, Numbers[1], 0, 0, 0, 0, Numbers[2], 0, 0, 0, -Numbers[3], Numbers[3]]);

    /// <summary>
    /// A picture of one colour grown or shrunk: blurred, a straight edge has Φ(-d/σ) of its alpha at a distance d (the normal distribution); there it is made
    /// steep again. The same is done by the browser's deviceSteps.ts.
    /// </summary>
    public static SKImageFilter? Grown(float by, SKImageFilter? input)
    {
        var far = Math.Abs(by);
        if (far < Nothing)
        {
            return input;
        }
        var sigma = Math.Max(far, Small);
        var z = far / sigma;
        var density = MathF.Exp(-z * z / 2) / MathF.Sqrt(2 * MathF.PI);
        // Abramowitz and Stegun, 26.2.16: within 1e-5 of Φ.
        var t = 1 / (1 + 0.33267f * z);
        var beyond = density * t * (0.4361836f + t * (-0.1201676f + t * 0.937298f));
        var edge = by > 0 ? beyond : 1 - beyond;
        var steep = Math.Max(1, sigma / density);
        using var contrast = SKColorFilter.CreateColorMatrix([1, 0, 0, 0, 0, 0, 1, 0, 0, 0, 0, 0, 1, 0, 0, 0, 0, 0, steep, 0.5f - edge * steep]);
        return SKImageFilter.CreateColorFilter(contrast, EvenBlur.Of(sigma, sigma, input));
    }

    private SKImageFilter Turned(SKImageFilter input)
    {
        using var turn = Turn();
        return SKImageFilter.CreateColorFilter(turn, input);
    }

    private SKImageFilter Moved(SKImageFilter? input) => SKImageFilter.CreateMatrix(SKMatrix.CreateTranslation(Offset.X, Offset.Y), new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.None), input);

    /// <summary>Standard deviations in pixels of the target; for what is neither upright nor evenly scaled, those along the turned axes.</summary>
    private static SKSize SigmaOf(float x, float y, SKMatrix m)
    {
        var (across, down) = (MathF.Sqrt(m.ScaleX * m.ScaleX + m.SkewY * m.SkewY) * x, MathF.Sqrt(m.SkewX * m.SkewX + m.ScaleY * m.ScaleY) * y);
        // A quarter turn changes the axes; any other angle mixes them.
        var share = m.ScaleX * m.ScaleX / Math.Max(m.ScaleX * m.ScaleX + m.SkewY * m.SkewY, float.Epsilon);
        var (sx, sy) = (MathF.Sqrt(share * across * across + (1 - share) * down * down), MathF.Sqrt((1 - share) * across * across + share * down * down));
        return new(sx < Nothing ? 0 : sx, sy < Nothing ? 0 : sy);
    }
}
