namespace Hang.Media.Rendering;

/// <summary>
/// Files that are rendered one after the other, each proved while the next is rendered: starting encoders, joining and decoding leave cores idle that painting can use.
/// One proof at a time, so that each finds what the one before has learnt.
/// </summary>
public sealed class Overlap
{
    private Task proving = Task.CompletedTask;

    /// <summary>Renders a file, and begins its proof when it is rendered and the proof before it has ended.</summary>
    public async Task RunAsync(Func<Task> render, Func<Task> prove)
    {
        try
        {
            await render();
        }
        catch
        {
            // The files before it are whole: their proofs are waited for, and what they have found is told first.
            await proving;
            throw;
        }
        await proving;
        proving = Task.Run(prove);
    }

    /// <summary>Waits for the last proof.</summary>
    public Task EndAsync() => proving;
}
