namespace Hang.Scene.Motion;

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

    /// <summary>
    /// A part of the change as a change of its own: (f(a + t (b - a)) - f(a)) / (f(b) - f(a)). Where the value is the same at both of its
    /// ends there is no such feel; then <see cref="Linear"/>, between two equal values.
    /// </summary>
    /// <param name="from">Progress in time at which the part begins, 0..1.</param>
    /// <param name="to">Progress in time at which it ends; greater than <paramref name="from"/>.</param>
    public Feel Part(double from, double to) =>
        from <= 0 && to >= 1 ? this
        : IsFlat(from, to) ? Linear
        : Within(from, to);

    // At its keyframes a change has their values, whatever the feel says there: those that jump at once have jumped just behind it.
    private static double StartOf(Feel feel, double from) => from <= 0 ? 0 : feel.At(from);

    private static double EndOf(Feel feel, double to) => to >= 1 ? 1 : feel.At(to);

    private bool IsFlat(double from, double to) => Math.Abs(EndOf(this, to) - StartOf(this, from)) < 1e-9;

    /// <summary>A part that is not flat.</summary>
    private protected abstract Feel Within(double from, double to);

    /// <summary>Progress in value, as progress within a part.</summary>
    private protected double Share(double value, double from, double to) => (value - StartOf(this, from)) / (EndOf(this, to) - StartOf(this, from));

    /// <summary>A part as straight pieces, with points between its ends; also where it jumps at those.</summary>
    private protected LinearPointsFeel Pieces(double from, double to, IEnumerable<LinearPoint> between) =>
        new([new(0, 0), new(0, Share(At(from), from, to)), .. between, new(1, Share(At(to), from, to)), new(1, 1)]);

    public sealed override string ToString() => Css;
}

/// <summary>CSS <c>linear</c>.</summary>
public sealed record EvenFeel : Feel
{
    public override double At(double progress) => progress;

    public override string Css => "linear";

    public override Feel Reversed => this;

    private protected override Feel Within(double from, double to) => this;
}
