using Hang.Scene;

namespace Hang.Server.Live;

/// <summary>
/// How long one edit may be computed. All loops over input are bounded, so what is given up here ends by itself soon after; until then it holds up
/// nobody, and its result counts for nothing.
/// </summary>
public static class TimeLimit
{
    public static readonly TimeSpan Longest = TimeSpan.FromSeconds(5);

    /// <exception cref="ProblemException">It was not done in time.</exception>
    public static async Task<T> WithinAsync<T>(Func<T> compute, TimeSpan? longest = null)
    {
        try
        {
            return await Task.Run(compute).WaitAsync(longest ?? Longest);
        }
        catch (TimeoutException)
        {
            throw new ProblemException(
                $"This takes longer than {(longest ?? Longest).TotalSeconds:0.#} seconds to compute.",
                $"Do it to fewer layers or keyframes at once."
            );
        }
    }
}
