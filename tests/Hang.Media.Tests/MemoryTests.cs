using Hang.Core.Handoff;
using Hang.Media.Rendering;
using Hang.Paint.Pictures;

namespace Hang.Media.Tests;

/// <summary>What looks at the memory of the whole process, and so runs when nothing else does.</summary>
[CollectionDefinition(Name, DisableParallelization = true)]
public static class Alone
{
    public const string Name = "alone";
}

/// <summary>Memory that renders hold.</summary>
[Collection(Alone.Name)]
public sealed class MemoryTests : IDisposable
{
    private readonly string folder = Directory.CreateTempSubdirectory("hang-test-").FullName;
    private readonly PictureShelf pictures = new(_ => null);

    public void Dispose()
    {
        Directory.Delete(folder, true);
        pictures.Dispose();
    }

    /// <summary>Frames hold many megabytes outside of the collector's sight; a render that is cancelled lets go of all of them.</summary>
    [Fact]
    public async Task CancelledRendersLeaveNoMemoryBehind()
    {
        var evaluator = Film.Of(1920, 1080);
        var plan = HandoffPlan.Whole(evaluator.Graphic, FileKind.Prores, Backing.None);
        async Task Cancelled(int n)
        {
            using var cancel = new CancellationTokenSource();
            var stop = new Now(() => cancel.Cancel());
            await Assert.ThrowsAnyAsync<OperationCanceledException>(() =>
                Renderer.RenderAsync(evaluator, plan, pictures, Path.Combine(folder, $"{n}.mov"), "b", progress: stop, cancel: cancel.Token)
            );
        }
        static long Resident()
        {
            GC.Collect(2, GCCollectionMode.Aggressive, true, true);
            GC.WaitForPendingFinalizers();
            GC.Collect(2, GCCollectionMode.Aggressive, true, true);
            using var self = System.Diagnostics.Process.GetCurrentProcess();
            return self.WorkingSet64;
        }
        for (var n = 0; n < 4; n++)
        {
            await Cancelled(n);
        }
        var before = Resident();
        for (var n = 4; n < 24; n++)
        {
            await Cancelled(n);
        }
        // Twenty lost frames of 8 or 16 MB each would be seen.
        Assert.InRange(Resident() - before, long.MinValue, 120_000_000);
    }

    private sealed class Now(Action act) : IProgress<int>
    {
        public void Report(int value) => act();
    }
}
