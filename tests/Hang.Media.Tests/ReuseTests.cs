using Hang.Core.Evaluation;
using Hang.Core.Handoff;
using Hang.Media.Frames;
using Hang.Media.Proofs;
using Hang.Media.Rendering;
using Hang.Paint.Pictures;
using Hang.Paint.Shaping;
using Hang.Scene.Values;
using static Hang.Tests.Shared.Making;

namespace Hang.Media.Tests;

/// <summary>Files that follow each other share what is alike, and are none the worse for it.</summary>
public sealed class ReuseTests : IDisposable
{
    private static readonly NameCard Card = new("", "", 320, 180, "25", 30, 0, 29, "", "", $"", $"", null);
    private readonly string folder = Directory.CreateTempSubdirectory("hang-test-").FullName;
    private readonly PictureShelf pictures = new(_ => null);
    private readonly Reuse reuse = new();

    public void Dispose()
    {
        Directory.Delete(folder, true);
        pictures.Dispose();
        reuse.Dispose();
    }

    [Fact]
    public async Task RowsAreByteByByteTheFilesThatTheyAreAlone()
    {
        string[] names = ["Honey", "Bea Thornwood", "Honey", "Ida"];
        var together = new List<byte[]>();
        for (var i = 0; i < names.Length; i++)
        {
            together.Add(await RenderAsync(Row(names[i]), $"together{i}"));
        }
        Assert.Equal(together[0], together[2]);
        Assert.NotEqual(together[0], together[1]);
        for (var i = 0; i < names.Length; i++)
        {
            reuse.Forget();
            Assert.Equal(together[i], await RenderAsync(Row(names[i]), $"alone{i}"));
        }
    }

    [Fact]
    public void WhatIsSharedIsHadByOneAndEndsWhenItIsLetGo()
    {
        var (first, second) = (new Waiting(), new Waiting());
        using (var shared = new Reuse())
        {
            Assert.Null(shared.Last<Waiting>().Take("a"));
            shared.Last<Waiting>().Return("a", first);
            Assert.Null(shared.Last<Waiting>().Take("b"));
            Assert.Same(first, shared.Last<Waiting>().Take("a"));
            Assert.Null(shared.Last<Waiting>().Take("a"));
            shared.Last<Waiting>().Return("a", first);
            shared.Last<Waiting>().Return("b", second);
            Assert.Equal((true, false), (first.HasEnded, second.HasEnded));
            var plan = Plan(Row("Honey"));
            Assert.Same(shared.Painted(320, 180, plan), shared.Painted(320, 180, plan));
            Assert.NotSame(shared.Painted(320, 180, plan), shared.Painted(320, 90, plan));
        }
        Assert.True(second.HasEnded);
    }

    [Fact]
    public async Task AProofThatRemembersFindsTheSameAsOneThatDoesNot()
    {
        var row = Row("Oskar Marsh");
        var (plan, path) = (Plan(row), Path.Combine(folder, "proved.mov"));
        await RenderAsync(row, "proved");
        var remembered = (await Prover.ProveAsync(row, plan, pictures, path, reuse: reuse)).Proof;
        reuse.Forget();
        var anew = (await Prover.ProveAsync(row, plan, pictures, path, reuse: reuse)).Proof;
        Assert.True(anew.Holds);
        // Slices are added up in another order.
        Assert.All(anew.Frames.Zip(remembered.Frames), pair =>
        {
            Assert.Equal(
                (pair.First.Frame, pair.First.WorstColour, pair.First.WorstAlpha),
                (pair.Second.Frame, pair.Second.WorstColour, pair.Second.WorstAlpha)
            );
            Assert.Equal(pair.First.MeanColour, pair.Second.MeanColour, 9);
            Assert.Equal(pair.First.MeanAlpha, pair.Second.MeanAlpha, 9);
        });
        Assert.Equal(string.Join("\n", anew.Facts), string.Join("\n", remembered.Facts));
    }

    [Fact]
    public async Task AFileOfOtherWordsIsRefusedThoughAllOfBothIsRemembered()
    {
        var (row, other) = (Row("Honey"), Row("Money"));
        await RenderAsync(row, "honey");
        await RenderAsync(other, "money");
        Assert.True((await Prover.ProveAsync(row, Plan(row), pictures, Path.Combine(folder, "honey.mov"), reuse: reuse)).Proof.Holds);
        Assert.True((await Prover.ProveAsync(other, Plan(other), pictures, Path.Combine(folder, "money.mov"), reuse: reuse)).Proof.Holds);
        Assert.False((await Prover.ProveAsync(row, Plan(row), pictures, Path.Combine(folder, "money.mov"), reuse: reuse)).Proof.Holds);
    }

    [Fact]
    public void EqualMomentsOfDifferentTakesHaveOneNameAndOthersHaveOthers()
    {
        var (one, same, other) = (Row("Honey"), Row("Honey"), Row("Heather"));
        for (var frame = 0; frame < one.Graphic.Phases.Total; frame++)
        {
            Assert.Equal(SceneKey.Of(one.At(frame)), SceneKey.Of(same.At(frame)));
            Assert.NotEqual(SceneKey.Of(one.At(frame)), SceneKey.Of(other.At(frame)));
            // What it is painted with is among its numbers: afterwards it is still the same.
            using var painted = new PaintedFrame(320, 180, Plan(one), pictures);
            painted.Paint(same.At(frame));
            Assert.Equal(SceneKey.Of(one.At(frame)), SceneKey.Of(painted.Scene!));
        }
        Assert.NotEqual(SceneKey.Of(one.At(0)), SceneKey.Of(one.At(5)));
    }

    [Fact]
    public async Task ProofsAreToldInOrderWhileTheNextIsRendered()
    {
        var (overlap, told, rendered) = (new Overlap(), new List<int>(), 0);
        for (var i = 0; i < 6; i++)
        {
            var row = i;
            await overlap.RunAsync(
                () =>
                {
                    rendered++;
                    return Task.CompletedTask;
                },
                // The earlier, the longer.
                async () =>
                {
                    await Task.Delay(20 * (6 - row));
                    return row;
                },
                found =>
                {
                    told.Add(found);
                    return Task.CompletedTask;
                }
            );
        }
        await overlap.EndAsync();
        Assert.Equal(6, rendered);
        Assert.Equal([0, 1, 2, 3, 4, 5], told);
    }

    [Fact]
    public async Task WhatFailsIsHeardOfAndTheFilesBeforeItAreTold()
    {
        var (overlap, told) = (new Overlap(), new List<int>());
        Task Tell(int found)
        {
            told.Add(found);
            return Task.CompletedTask;
        }
        await overlap.RunAsync(() => Task.CompletedTask, () => Task.FromResult(1), Tell);
        await Assert.ThrowsAsync<IOException>(() => overlap.RunAsync(() => throw new IOException("full"), () => Task.FromResult(2), Tell));
        Assert.Equal([1], told);
        var other = new Overlap();
        await other.RunAsync(() => Task.CompletedTask, () => Task.FromException<int>(new InvalidDataException("broken")), Tell);
        await Assert.ThrowsAsync<InvalidDataException>(other.EndAsync);
    }

    private sealed class Waiting : IAsyncDisposable
    {
        public bool HasEnded { get; private set; }

        public ValueTask DisposeAsync()
        {
            HasEnded = true;
            return ValueTask.CompletedTask;
        }
    }

    /// <summary>The film with other words on it.</summary>
    private static Evaluator Row(string words)
    {
        var film = Film.Of().Graphic;
        return new(
            film with
            {
                Layers =
                [
                    film.Layers[0],
                    TypeOf("t", words, "Name").With("weight", new Value(700)).With("position", new Value(96, 99)).With("typeSize", new Value(30)),
                ],
            },
            TypeShaper.Shipped
        );
    }

    private static HandoffPlan Plan(Evaluator row) => HandoffPlan.Whole(row.Graphic, FileKind.Prores, Backing.None).Demand(row.Graphic);

    private async Task<byte[]> RenderAsync(Evaluator row, string name)
    {
        var path = Path.Combine(folder, $"{name}.mov");
        await Renderer.RenderAsync(row, Plan(row), pictures, path, "a", card: Card, reuse: reuse);
        return await File.ReadAllBytesAsync(path);
    }
}
