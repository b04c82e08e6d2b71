using System.Text;
using Hang.Paint.Shaping;

namespace Hang.Paint.Tests;

public class DirectionTests
{
    private static readonly int[] Marks = [0x202A, 0x202B, 0x202C, 0x202D, 0x202E, 0x2066, 0x2067, 0x2068, 0x2069, 0x200E, 0x200F, 0x61C, 0x2029, 0x2028];
    private static readonly int[] Letters = ['a', 0x5D0, 0x627, '1', 0x660, ' ', '(', ')', '[', '.', 0x300, 0x1F41D, 0x10A00];

    /// <summary>UAX #9, BD2: levels go to 125, and text may nest deeper. Whatever marks stand in it, every character gets a level within the limit.</summary>
    [Fact]
    public void AHundredThousandTextsOfMarksAreResolved()
    {
        var random = new Random(9);
        int[][] pools =
        [
            Marks,
            [.. Marks, .. Letters],
            [0x2066, 0x2067, 0x2068, 0x2069, 0x5D0],
            [0x2067],
            [0x2066, 0x202A],
            [0x2068, 0x5D0],
            [0x202B, 0x2067, '(', ')'],
            [0x202E, 0x202C, 0x627, 0x2029],
        ];
        for (var n = 0; n < 100_000; n++)
        {
            var pool = pools[random.Next(pools.Length)];
            var length = n % 1000 == 0 ? 4000 : random.Next(1, 200);
            var text = new int[length];
            for (var i = 0; i < length; i++)
            {
                text[i] = pool[random.Next(pool.Length)];
            }
            var levels = BidiLevels.Of(text);
            Assert.Equal(length, levels.Length);
            Assert.InRange(levels.Max(), (sbyte)0, (sbyte)126);
        }
    }

    [Fact]
    public void TheSameTextsAreShapedAndBroken()
    {
        var random = new Random(14);
        int[] all = [.. Marks, .. Letters];
        for (var n = 0; n < 2000; n++)
        {
            var text = new StringBuilder();
            for (var i = random.Next(1, n % 100 == 0 ? 1000 : 40); i > 0; i--)
            {
                text.Append(new Rune(all[random.Next(all.Length)]));
            }
            var line = TypeShaper.Shipped.Shape(text.ToString(), "Inter", 400);
            Assert.True(double.IsFinite(line.Advance));
            Assert.All(TypeShaper.Shipped.Words(text.ToString()), w => Assert.InRange(w.Start + w.Length, 0, text.Length));
        }
    }

    /// <summary>UAX #9, rules X5 to X8: within the limit nothing is taken out.</summary>
    [Theory]
    [InlineData(0x2067, 60)]
    [InlineData(0x202B, 60)]
    [InlineData(0x2066, 60)]
    public void WhatNestsWithinTheLimitIsLeftAlone(int mark, int times)
    {
        int[] text = [.. Enumerable.Repeat(mark, times), 'a', .. Enumerable.Repeat(mark < 0x2066 ? 0x202C : 0x2069, times)];
        Assert.Same(text, Embeddings.Within([.. text]) is var tame && tame.SequenceEqual(text) ? text : null);
    }

    [Fact]
    public void EachParagraphHasADirectionOfItsOwn()
    {
        int[] text = [0x5D0, '1', 0x2029, 'a', '1'];
        Assert.Equal([1, 2, 0, 0, 0], BidiLevels.Of(text).Select(l => (int)l));
    }
}
