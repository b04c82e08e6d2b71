namespace Hang.Core.Motion;

/// <summary>
/// The shape of the change between two keyframes: maps progress in time (0..1) to progress in value, where 0 is the
/// first keyframe's value and 1 the second's. Every feel is also CSS easing text (CSS Easing Functions Level 2).
/// </summary>
public abstract record Feel
{
    /// <summary>No easing: even speed.</summary>
    public static Feel Linear { get; } = new EvenFeel();

    /// <summary>Keeps the first value until the second keyframe.</summary>
    public static Feel Hold { get; } = new StepsFeel(1, StepPosition.End);

    /// <summary>Progress in value. May lie outside 0..1 for feels that overshoot.</summary>
    /// <param name="progress">Progress in time, 0..1.</param>
    public abstract double At(double progress);

    /// <summary>The feel as CSS easing text; <see cref="FeelText.Parse"/> reads it back.</summary>
    public abstract string Css { get; }

    /// <summary>The same change run backwards in time: 1 - f(1 - t).</summary>
    public abstract Feel Reversed { get; }

    public sealed override string ToString() => Css;
}

/// <summary>CSS <c>linear</c>.</summary>
public sealed record EvenFeel : Feel
{
    public override double At(double progress) => progress;

    public override string Css => "linear";

    public override Feel Reversed => this;
}
