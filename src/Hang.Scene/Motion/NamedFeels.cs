using System.Collections.Immutable;

namespace Hang.Scene.Motion;

/// <summary>A feel that the bench offers by name.</summary>
public sealed record NamedFeel(string Name, Feel Feel);

/// <summary>The starting points for shaping a change. The names are Hang's own.</summary>
public static class NamedFeels
{
    public static ImmutableArray<NamedFeel> All { get; } =
    [
        new("Even", Feel.Linear),
        new("Hold", Feel.Hold),
        new("Gentle in", new CubicBezierFeel(0.4, 0, 0.9, 0.7)),
        new("Gentle out", new CubicBezierFeel(0.1, 0.3, 0.35, 1)),
        new("Gentle both", new CubicBezierFeel(0.4, 0, 0.3, 1)),
        new("Brisk", new CubicBezierFeel(0.05, 0.8, 0.15, 1)),
        new("Late", new CubicBezierFeel(0.85, 0, 0.95, 0.25)),
        new("Settle", new CubicBezierFeel(0.25, 0.9, 0.35, 1.25)),
        new("Spring", new Spring(180, 14, 1).Feel),
        new("Bounce", new Bounce(0.5, 3).Feel),
        new("Steps", new StepsFeel(6, StepPosition.End)),
    ];
}
