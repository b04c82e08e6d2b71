namespace Hang.Media.Rendering;

/// <summary>
/// Files that are rendered one after the other, each proved while the next is rendered: starting encoders, joining and decoding leave cores idle that
/// painting can use. Two proofs at most are under way: the one before has passed on what it has learnt when its pictures are still to be made.
/// </summary>
public sealed class Overlap
{
    private const int AtOnce = 2;
    private readonly SemaphoreSlim room = new(AtOnce);
    private Task told = Task.CompletedTask;

    /// <summary>Renders a file, and begins its proof when it is rendered and there is room for one more.</summary>
    /// <param name="tell">Takes what the proof has found, in the order of the files, one at a time.</param>
    public async Task RunAsync<T>(Func<Task> render, Func<Task<T>> prove, Func<T, Task> tell)
    {
        try
        {
            await render();
            await room.WaitAsync();
            if (told.IsFaulted)
            {
                await told;
            }
        }
        catch
        {
            // The files before it are whole: their proofs are waited for, and what they have found is told first.
            await told;
            throw;
        }
        told = TellAsync(told, Task.Run(prove), tell);
    }

    /// <summary>Waits for the last proof.</summary>
    public Task EndAsync() => told;

    private async Task TellAsync<T>(Task before, Task<T> proof, Func<T, Task> tell)
    {
        try
        {
            // Whatever came before, nothing is left running.
            await Task.WhenAll(before, proof);
        }
        finally
        {
            room.Release();
        }
        await tell(await proof);
    }
}
