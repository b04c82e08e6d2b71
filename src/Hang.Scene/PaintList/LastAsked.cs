namespace Hang.Scene.PaintList;

/// <summary>What is worked out for a moment, kept until another moment is asked for. Safe on several threads, which then may work it out twice.</summary>
/// <param name="isSteady">True when it is the same at every moment.</param>
internal sealed class LastAsked<T>(Func<double, T> make, bool isSteady)
{
    /// <summary>Moment and result in one object, so that no thread sees those of two.</summary>
    private Known? last;

    public T At(double time)
    {
        var known = last;
        if (known is null || (!isSteady && known.Time != time))
        {
            last = known = new(time, make(time));
        }
        return known.Result;
    }

    private sealed record Known(double Time, T Result);
}
