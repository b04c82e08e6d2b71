using Hang.Scene;
using Hang.Scene.Time;

namespace Hang.Core.Tests;

public class TimeTextTests
{
    [Theory]
    [InlineData("70", "25", 0, 70)]
    [InlineData(" 70 ", "25", 9, 70)]
    [InlineData("1/3s", "30", 0, 10)]
    [InlineData("1.5s", "24", 0, 36)]
    [InlineData("1,5 s", "24", 0, 36)]
    [InlineData("2s", "30000/1001", 0, 60)]
    [InlineData("0:01:10", "25", 0, 35)]
    [InlineData("1:10", "25", 0, 35)]
    [InlineData("01:00:00:00", "25", 0, 90000)]
    [InlineData("+10", "25", 12, 22)]
    [InlineData("-5", "25", 12, 7)]
    [InlineData("- 1s", "25", 50, 25)]
    [InlineData("+0:01:00", "25", 5, 30)]
    public void TimesAreReadAsPeopleTypeThem(string text, string rate, int from, int frame) =>
        Assert.Equal(frame, TimeText.Parse(text, FrameRate.Parse(rate), from));

    /// <summary>SMPTE ST 12-1 drop-frame numbers name the frame that the timecode of that frame shows.</summary>
    [Fact]
    public void WhatTheTimecodeShowsIsReadBack()
    {
        foreach (var rate in FrameRate.All)
        {
            for (var frame = 0; frame < 130_000; frame += 997)
            {
                Assert.Equal(frame, TimeText.Parse(Timecode.Format(frame, rate), rate, 0));
            }
        }
    }

    [Theory]
    [InlineData("")]
    [InlineData("soon")]
    [InlineData("1/0s")]
    [InlineData("0:00:25")]
    [InlineData("0:75:00")]
    [InlineData("1.5")]
    [InlineData("99999999999999")]
    public void WhatIsNoTimeIsRefusedWithExamples(string text) =>
        Assert.Contains("0:01:10", Assert.Throws<ProblemException>(() => TimeText.Parse(text, new FrameRate(25), 0)).Problem.Remedy.ToString());

    [Fact]
    public void ANumberThatDropFrameLeavesOutIsNoTime() =>
        Assert.Throws<ProblemException>(() => TimeText.Parse("0:01:00:01", FrameRate.Parse("30000/1001"), 0));
}
