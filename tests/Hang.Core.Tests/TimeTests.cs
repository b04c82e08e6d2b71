using CsCheck;
using Hang.Scene;
using Hang.Scene.Phases;
using Hang.Scene.Time;

namespace Hang.Core.Tests;

public class TimeTests
{
    private static readonly FrameRate Drop30 = FrameRate.Parse("30000/1001");

    /// <summary>SMPTE ST 12-1: numbers 0 and 1 are skipped at each minute save every tenth; an hour has 107 892 frames.</summary>
    [Theory]
    [InlineData(1799, "00:00:59;29")]
    [InlineData(1800, "00:01:00;02")]
    [InlineData(17981, "00:09:59;29")]
    [InlineData(17982, "00:10:00;00")]
    [InlineData(107892, "01:00:00;00")]
    public void DropFrameSkipsNumbersNotFrames(int frame, string timecode)
    {
        Assert.Equal(timecode, Timecode.Format(frame, Drop30));
        Assert.Equal(frame, Timecode.Parse(timecode, Drop30));
    }

    [Fact]
    public void EveryFrameOfADayReadsBackAtEveryRate() =>
        Gen.Select(Gen.Int[0, FrameRate.All.Length - 1].Select(i => FrameRate.All[i]), Gen.Int[0, 2_000_000])
            .Sample((rate, frame) => Timecode.Parse(Timecode.Format(frame, rate), rate) == frame);

    [Theory]
    [InlineData("00:01:00;00")]
    [InlineData("00:00:00;30")]
    [InlineData("00:60:00;00")]
    [InlineData("1:2:3")]
    public void NumbersThatDoNotExistAreRefused(string timecode) => Assert.Throws<ProblemException>(() => Timecode.Parse(timecode, Drop30));

    [Fact]
    public void RatesAreFractions()
    {
        Assert.Equal(1001, Drop30.Seconds(30000));
        Assert.Equal(24, FrameRate.Parse("24000/1001").Nominal);
        Assert.Throws<ProblemException>(() => FrameRate.Parse("29.97"));
    }

    [Fact]
    public void ALongerHoldMovesLeaveAndNothingElse()
    {
        var before = new PhaseLengths(10, 20, 5);
        var after = before with { Hold = 50 };
        Assert.Equal([0, 9, 10, 29, 60, 64], new[] { 0, 9, 10, 29, 30, 34 }.Select(f => before.Move(f, after)));
    }
}
