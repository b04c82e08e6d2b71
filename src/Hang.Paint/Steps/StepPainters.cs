using System.Collections.Immutable;
using Hang.Scene.PaintList;
using SkiaSharp;

namespace Hang.Paint.Steps;

/// <summary>Makes a step ready for the pixels of the target; null when it does nothing there.</summary>
/// <param name="v">From the step's own start.</param>
/// <param name="device">From the group's coordinates to pixels of the target.</param>
internal delegate DeviceStep? StepPainter(ReadOnlySpan<float> v, SKMatrix device);

/// <summary>Who does each kind of step.</summary>
internal static class StepPainters
{
    private static readonly Dictionary<OpKind, StepPainter> Of = new()
    {
        [Ops.Soften] = Softened.Of,
        [Ops.Recolour] = Recoloured.Of,
        [Ops.Cast] = CastShade.Of,
        [Ops.Inner] = InnerShade.Of,
        [Ops.Luma] = Luminance.Of,
        [Ops.Streak] = Streaked.Of,
        [Ops.Trail] = Trailed.Of,
        [Ops.Map] = ByLuminance.Of,
        [Ops.Grain] = Grained.Of,
        [Ops.Bend] = Bent.Of,
        [Ops.Blocks] = Blocked.Of,
    };

    /// <summary>By the code of the kind.</summary>
    public static ImmutableArray<StepPainter> ByCode { get; } = [.. Ops.Steps.Select(k => Of[k])];
}
