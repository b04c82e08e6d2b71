using System.Collections.Concurrent;

namespace Hang.Server.Live;

/// <summary>
/// What viewers ask that takes its time. Of each kind one is under way for each viewer; of those that come meanwhile the newest waits and the others are
/// given up, since what they ask about has changed. All together they leave a processor to edits.
/// </summary>
public sealed class Questions(ILogger<Questions> log)
{
    private readonly ConcurrentDictionary<(string Connection, string Kind), Slot> slots = new();
    private readonly SemaphoreSlim room = new(Math.Max(1, Environment.ProcessorCount - 1));

    /// <summary>Asks, and waits for nothing.</summary>
    /// <param name="answer">Finds the answer and tells it.</param>
    public void Ask(string connection, string kind, Func<Task> answer)
    {
        var slot = slots.GetOrAdd((connection, kind), _ => new());
        lock (slot)
        {
            slot.Next = answer;
            if (slot.Busy)
            {
                return;
            }
            slot.Busy = true;
        }
        _ = Task.Run(() => RunAsync(kind, slot));
    }

    /// <summary>Works something out in the room that there is for such.</summary>
    public async Task<T> InRoomAsync<T>(Func<T> work)
    {
        await room.WaitAsync();
        try
        {
            return await Task.Run(work);
        }
        finally
        {
            room.Release();
        }
    }

    /// <summary>Gives up what a viewer who has gone still wanted to know.</summary>
    public void Forget(string connection)
    {
        foreach (var key in slots.Keys.Where(k => k.Connection == connection))
        {
            if (slots.TryRemove(key, out var slot))
            {
                lock (slot)
                {
                    slot.Next = null;
                }
            }
        }
    }

    private async Task RunAsync(string kind, Slot slot)
    {
        while (true)
        {
            Func<Task> answer;
            await room.WaitAsync();
            lock (slot)
            {
                if (slot.Next is not { } next)
                {
                    slot.Busy = false;
                    room.Release();
                    return;
                }
                (answer, slot.Next) = (next, null);
            }
            try
            {
                await answer();
            }
            catch (Exception e)
            {
                log.LogWarning(e, "\"{Kind}\" could not be told", kind);
            }
            finally
            {
                room.Release();
            }
        }
    }

    private sealed class Slot
    {
        public Func<Task>? Next { get; set; }

        public bool Busy { get; set; }
    }
}
