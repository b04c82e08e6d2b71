using Hang.Server.Rosters;

namespace Hang.Server.Tests;

public class SeenFirstTests
{
    [Fact]
    public async Task NoMoreIsPaintedAtATimeThanThereAreCoresAndWhatWasAskedFirstBeginsFirst()
    {
        using var first = new SeenFirst();
        var (begun, now, most) = (new List<int>(), 0, 0);
        using var go = new ManualResetEventSlim();
        var asked = Environment.ProcessorCount * 3;
        var painted = new Task<int>[asked];
        for (var i = 0; i < asked; i++)
        {
            var mine = i;
            painted[i] = Task.Run(() =>
                first.PaintAsync(
                    () =>
                    {
                        lock (begun)
                        {
                            begun.Add(mine);
                            most = Math.Max(most, ++now);
                        }
                        go.Wait();
                        lock (begun)
                        {
                            now--;
                        }
                        return mine;
                    },
                    default
                )
            );
            // The next is asked for when this one is in line.
            while (first.Asked <= i)
            {
                await Task.Yield();
            }
        }
        go.Set();
        Assert.Equal(Enumerable.Range(0, asked), await Task.WhenAll(painted));
        Assert.Equal(Environment.ProcessorCount, most);
        Assert.True(begun.Take(Environment.ProcessorCount).Order().SequenceEqual(Enumerable.Range(0, Environment.ProcessorCount)), string.Join(' ', begun));
    }

    [Fact]
    public async Task WhatCanWaitWaitsForWhatIsPaintedButNotForEver()
    {
        using var first = new SeenFirst();
        await first.QuietAsync(default);
        using var go = new ManualResetEventSlim();
        var painting = Task.Run(() =>
            first.PaintAsync(
                () =>
                {
                    go.Wait();
                    return 1;
                },
                default
            )
        );
        while (first.Asked == 0)
        {
            await Task.Yield();
        }
        var quiet = first.QuietAsync(default);
        Assert.False(quiet.IsCompleted);
        // Nobody lets it go: patience ends.
        await quiet;
        Assert.Equal(1, first.Asked);
        go.Set();
        await painting;
        Assert.Equal(0, first.Asked);
    }

    [Fact]
    public async Task APictureThatCannotBePaintedLeavesItsPlaceToTheNext()
    {
        using var first = new SeenFirst();
        for (var i = 0; i < Environment.ProcessorCount + 1; i++)
        {
            await Assert.ThrowsAsync<InvalidOperationException>(() => first.PaintAsync<int>(() => throw new InvalidOperationException(), default));
        }
        Assert.Equal(7, await first.PaintAsync(() => 7, default));
        Assert.Equal(0, first.Asked);
    }
}
