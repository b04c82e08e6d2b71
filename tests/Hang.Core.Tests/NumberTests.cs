using System.Globalization;
using Hang.Core.Contents;
using Hang.Core.Edits;
using Hang.Core.Evaluation;
using Hang.Scene;
using Hang.Scene.Motion;
using Hang.Scene.Numbers;
using Hang.Scene.Values;
using static Hang.Core.Tests.Samples;
using static Hang.Tests.Shared.Making;

namespace Hang.Core.Tests;

/// <summary>Numbers as languages write them, and counts over time.</summary>
public class NumberTests
{
    private static NumberFormat Format(NumberForm form, string language = "en", int decimals = 0, int digits = 1) =>
        new(form, NumberStyle.Of(language), decimals, digits, "€", "", "");

    /// <summary>
    /// CLDR 44, common/main: number symbols, minimumGroupingDigits and patterns of each language; the expected texts are from memory of its charts, and
    /// mended after what Node.js has.
    /// </summary>
    [Theory]
    [InlineData("en", "1,234,567.5", "1,234", "€1,234,567.50", "12%")]
    [InlineData("de", "1.234.567,5", "1.234", "1.234.567,50 €", "12 %")]
    [InlineData("fr", "1\u202F234\u202F567,5", "1\u202F234", "1\u202F234\u202F567,50 €", "12 %")]
    [InlineData("es", "1.234.567,5", "1234", "1.234.567,50 €", "12 %")]
    [InlineData("it", "1.234.567,5", "1234", "1.234.567,50 €", "12%")]
    [InlineData("sv", "1 234 567,5", "1 234", "1 234 567,50 €", "12 %")]
    [InlineData("pl", "1 234 567,5", "1234", "1 234 567,50 €", "12%")]
    [InlineData("ja", "1,234,567.5", "1,234", "€1,234,567.50", "12%")]
    public void NumbersAreWrittenAsCldrHasThem(string language, string grouped, string four, string money, string percent)
    {
        static string Plain(string text) => text.Replace('\u00A0', ' ');
        Assert.Equal(grouped, Plain(Format(NumberForm.Thousands, language, 1).Write(1234567.5)));
        Assert.Equal(four, Plain(Format(NumberForm.Thousands, language).Write(1234)));
        Assert.Equal(money, Plain(Format(NumberForm.Currency, language, 2).Write(1234567.5)));
        Assert.Equal(percent, Plain(Format(NumberForm.Percent, language).Write(12)));
    }

    /// <summary>The copy of CLDR in Node.js (Intl.NumberFormat, ECMA-402) as a second source.</summary>
    [Fact]
    public void EveryLanguageIsWrittenAsNodeWritesIt()
    {
        var script = $$"""
            const codes = {{System.Text.Json.JsonSerializer.Serialize(NumberStyle.All.Select(s => s.Code))}};
            console.log(JSON.stringify(codes.map((c) => [1234.5, 1234567.5].map((n) => new Intl.NumberFormat(c, { minimumFractionDigits: 1 }).format(n)).concat(
              new Intl.NumberFormat(c, { style: 'percent' }).format(0.12),
                  new Intl.NumberFormat(c, { style: 'currency', currency: 'EUR' }).format(12),
                  new Intl.NumberFormat(c, { style: 'currency', currency: 'EUR' }).format(-12)))))
            """;
        using var node = System.Diagnostics.Process.Start(new System.Diagnostics.ProcessStartInfo("node", ["-e", script]) { RedirectStandardOutput = true })!;
        var theirs = System.Text.Json.JsonSerializer.Deserialize<string[][]>(node.StandardOutput.ReadToEnd())!;
        node.WaitForExit();
        static string Spaces(string text) => text.Replace('\u2212', '-');
        foreach (var (style, texts) in NumberStyle.All.Zip(theirs))
        {
            string[] ours =
            [
                Format(NumberForm.Thousands, style.Code, 1).Write(1234.5),
                Format(NumberForm.Thousands, style.Code, 1).Write(1234567.5),
                Format(NumberForm.Percent, style.Code).Write(12),
                Format(NumberForm.Currency, style.Code, 2).Write(12),
                Format(NumberForm.Currency, style.Code, 2).Write(-12),
            ];
            Assert.Equal(texts.Select(Spaces), ours.Select(Spaces));
        }
    }

    [Theory]
    [InlineData(NumberForm.Minutes, 125, 0, 1, "2:05")]
    [InlineData(NumberForm.Minutes, 59.96, 1, 2, "01:00.0")]
    [InlineData(NumberForm.Minutes, -5, 0, 1, "−0:05")]
    [InlineData(NumberForm.Hours, 3725, 0, 2, "01:02:05")]
    [InlineData(NumberForm.Digits, 7, 0, 3, "007")]
    [InlineData(NumberForm.Digits, -0.04, 1, 1, "0.0")]
    [InlineData(NumberForm.Digits, 2.5, 0, 1, "3")]
    [InlineData(NumberForm.Digits, 1e300, 0, 1, "1000000000000000")]
    [InlineData(NumberForm.Currency, -1234.5, 2, 1, "−€1,234.50")]
    public void TimesAmountsAndZerosAreWritten(NumberForm form, double number, int decimals, int digits, string text) =>
        Assert.Equal(text, Format(form, "en", decimals, digits).Write(number));

    /// <summary>CLDR, rbnf/en.xml, spellout-cardinal; its rules from memory.</summary>
    [Theory]
    [InlineData(0, "zero")]
    [InlineData(13, "thirteen")]
    [InlineData(40, "forty")]
    [InlineData(21, "twenty-one")]
    [InlineData(100, "one hundred")]
    [InlineData(342, "three hundred forty-two")]
    [InlineData(1001, "one thousand one")]
    [InlineData(-1_234_567, "minus one million two hundred thirty-four thousand five hundred sixty-seven")]
    public void NumbersAreSpeltOut(long number, string words) => Assert.Equal(words, NumberWords.Of(number));

    [Fact]
    public void TenToZeroStandsASecondEach()
    {
        var count = Count.ByClock(10, 0, 1, 1, 0, new(new(25), 640, 360, 10, 300), Format(NumberForm.Digits));
        Assert.Equal(Enumerable.Range(0, 11).Select(n => (10 - n).ToString(CultureInfo.InvariantCulture)), count.Steps.Select(s => s.Words));
        // The layer begins at frame 10: the nine comes 25 frames later.
        string At(double time) => count.Steps[count.At(time)].Words;
        Assert.Equal(["10", "10", "9", "1", "0", "0"], new[] { At(0), At(34.99), At(35), At(259), At(260), At(9999) });
        Assert.Equal([1, 0.5, 0], new[] { count.Left(10), count.Left(135), count.Left(260) });
    }

    [Theory]
    [InlineData(0, 1, 0.3, "0 0.3 0.6 0.9 1")]
    [InlineData(5, 5, 1, "5")]
    [InlineData(-2, 2, 2, "-2 0 2")]
    public void TheLastStepEndsAtTheLastNumber(double from, double to, double by, string numbers) =>
        Assert.Equal(
            numbers,
            string.Join(
                ' ',
                Count
                    .ByClock(from, to, by, 1, 0, new(new(25), 1, 1, 0, 9), Format(NumberForm.Digits, decimals: 1))
                    .Steps.Select(s => Math.Round(s.Number, 6).ToString(CultureInfo.InvariantCulture))
            )
        );

    /// <summary>Steps of 0.04 s at 25, of 0.1 s at 60: whole frames, which sums of binary fractions miss.</summary>
    [Theory]
    [InlineData(25, 0.04, 1)]
    [InlineData(60, 0.1, 6)]
    [InlineData(50, 0.14, 7)]
    [InlineData(24, 0.125, 3)]
    public void NoStepIsLateByAFrame(int rate, double every, int frames)
    {
        var count = Count.ByClock(0, 1000, 1, every, 0.2, new(new(rate), 1, 1, 3, 100_000), Format(NumberForm.Digits));
        for (var n = 1; n <= 1000; n++)
        {
            var at = 3 + rate / 5.0 + n * frames;
            Assert.Equal((n, n - 1), (count.Steps[count.At(at)].Number, count.Steps[count.At(at - 1e-6)].Number));
        }
    }

    [Fact]
    public void ByItsValueItFollowsItsKeyframesAndIsRounded()
    {
        var value = Channel.Of(NumbersKind.Number, [new(10, new(0), Feel.Linear), new(30, new(10), Feel.Linear)]);
        var down = Count.ByValue(value, Math.Floor, Format(NumberForm.Digits));
        Assert.Equal("4", down.Steps[down.At(19)].Words);
        Assert.Equal("5", down.Steps[down.At(20)].Words);
        Assert.Equal(0.5, down.Left(20), 9);
    }

    [Fact]
    public void TooManyNumbersAreRefusedAndACounterCanBeAsLongAsItCounts()
    {
        var layer = Layer<Counter>("c", "Count");
        var graphic = Graphic(layer);
        Assert.Contains(
            "numbers are the most",
            Assert
                .Throws<ProblemException>(() =>
                    new SetValue("c", new("by"), System.Text.Json.JsonDocument.Parse("0.001").RootElement, 0).ApplyTo(graphic, Shaper)
                )
                .Problem.Remedy.ToString(),
            StringComparison.Ordinal
        );
        // Keyframes far apart are no matter where few numbers come of them.
        var slow = Graphic(layer.With("runs", 1).With("number", Keyed((0, 0), (5000, 10)))) with { Phases = new(0, 6000, 0) };
        Assert.Same(slow, Documents.GraphicRules.Demand(slow));
        // Eleven numbers of a second each at 25 frames a second.
        Assert.Equal(275, new FitLength("c").ApplyTo(graphic, Shaper).Phases.Total);
    }

    [Fact]
    public void OneNumberShowsAtATimeAndTwoWhileTheyChange()
    {
        var layer = Layer<Counter>("c", "Count").With("from", 3).With("to", 0).With("change", 1).With("changeTime", 0.4);
        var scene = new Evaluator(Graphic(layer), Shaper);
        int Shown(int frame) =>
            scene.At(frame).Nodes.Sum(n => n.Strip.Ops.Count(o => o.Kind == Scene.PaintList.Ops.Place && n.Row.Span[o.At + 6] is > 0 and <= 1 && o.At > 0));
        Assert.Equal([1, 2, 1], new[] { Shown(10), Shown(28), Shown(45) });
    }
}
