using System.Collections.Concurrent;
using Hang.Core.Documents;
using Hang.Core.Programs;
using Hang.Paint.Shaping;
using Hang.Scene;
using Hang.Server.Live;
using Hang.Tests.Shared;

namespace Hang.Server.Tests;

/// <summary>Browsers that read slowly or not at all, and edits that take too long: nobody else waits.</summary>
public class ViewerTests
{
    private static readonly ProgramCache Program = new(GraphicJson.Read(File.ReadAllBytes(ProjectFolder.Demo)), TypeShaper.Shipped);

    private static Shown At(int revision) => new(Program, revision, false, 1, false, false, $"");

    [Fact]
    public async Task ABrowserThatDoesNotReadHoldsUpNobodyAndGetsTheNewestStateInTheEnd()
    {
        var revision = 0;
        var reads = new TaskCompletionSource();
        var slowly = new ConcurrentQueue<int>();
        using var slow = new Viewer(
            "slow",
            async (patch, _) =>
            {
                slowly.Enqueue(patch.Revision);
                await reads.Task;
            },
            _ => At(revision)
        );
        var quickly = new ConcurrentQueue<int>();
        using var quick = new Viewer(
            "quick",
            (patch, _) =>
            {
                quickly.Enqueue(patch.Revision);
                return Task.CompletedTask;
            },
            _ => At(revision)
        );
        Task stuck = Task.CompletedTask;
        for (revision = 1; revision <= 50; revision++)
        {
            stuck = slow.Wake();
            await quick.Wake().WaitAsync(TimeSpan.FromSeconds(20));
        }
        revision--;
        Assert.Equal(Enumerable.Range(1, 50), quickly);
        Assert.False(stuck.IsCompleted);
        reads.SetResult();
        await stuck.WaitAsync(TimeSpan.FromSeconds(20));
        // What was passed over is not sent after all: the newest state holds it.
        Assert.InRange(slowly.Count, 2, 3);
        Assert.Equal(50, slowly.Last());
    }

    [Fact]
    public async Task ABrowserThatIsGoneIsWaitedForByNobody()
    {
        var viewer = new Viewer("gone", (_, cancel) => Task.Delay(Timeout.Infinite, cancel), _ => At(1));
        var waiting = viewer.Wake();
        viewer.Dispose();
        await waiting.WaitAsync(TimeSpan.FromSeconds(20));
        await viewer.Wake().WaitAsync(TimeSpan.FromSeconds(20));
    }

    [Fact]
    public async Task AStateThatCannotBeShownIsToldAndTheNextOneIsShown()
    {
        var (shown, told) = (new List<int>(), new List<string>());
        var revision = 1;
        using var viewer = new Viewer(
            "one",
            (patch, _) =>
            {
                shown.Add(patch.Number);
                return Task.CompletedTask;
            },
            _ => revision == 2 ? throw new InvalidOperationException("no picture of it") : At(revision),
            e =>
            {
                told.Add(e.Message);
                return Task.CompletedTask;
            }
        );
        for (; revision <= 3; revision++)
        {
            await viewer.Wake().WaitAsync(TimeSpan.FromSeconds(20));
        }
        Assert.Equal(["no picture of it"], told);
        // Both are whole ones: nobody knows what of the second had arrived.
        Assert.Equal([0, 0], shown);
    }

    [Fact]
    public async Task OfManyQuestionsOfAKindTheNewestIsAnswered()
    {
        var questions = new Questions(Microsoft.Extensions.Logging.Abstractions.NullLogger<Questions>.Instance);
        var (answered, first, last) = (new ConcurrentQueue<int>(), new TaskCompletionSource(), new TaskCompletionSource());
        for (var i = 0; i <= 100; i++)
        {
            var mine = i;
            questions.Ask("a line", "reading", async () =>
            {
                answered.Enqueue(mine);
                await first.Task;
                if (mine == 100)
                {
                    last.SetResult();
                }
            });
        }
        first.SetResult();
        await last.Task.WaitAsync(TimeSpan.FromSeconds(20));
        Assert.InRange(answered.Count, 1, 2);
    }

    [Fact]
    public async Task AnEditThatTakesTooLongIsGivenUpInWords()
    {
        using var ends = new ManualResetEventSlim();
        var refused = await Assert.ThrowsAsync<ProblemException>(() =>
            TimeLimit.WithinAsync(() => ends.Wait(TimeSpan.FromSeconds(20)), TimeSpan.FromMilliseconds(50))
        );
        ends.Set();
        Assert.Contains("seconds to compute", refused.Problem.Message.ToString(), StringComparison.Ordinal);
        Assert.Equal(3, await TimeLimit.WithinAsync(() => 3));
        await Assert.ThrowsAsync<ProblemException>(() => TimeLimit.WithinAsync<int>(() => throw new ProblemException($"No.", $"Else.")));
    }
}
