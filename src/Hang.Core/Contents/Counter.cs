using Hang.Scene;
using Hang.Scene.Numbers;
using Hang.Scene.Registry;
using Hang.Scene.Typesetting;
using Hang.Scene.Values;

namespace Hang.Core.Contents;

/// <summary>
/// A number that counts: by the clock from one number to another, or by keyframes of its value; written in the manner of a language. A ring or a bar can
/// empty with it.
/// </summary>
public sealed class Counter : ContentKind
{
    private const string Writing = "How it is written",
        Changing = "From number to number",
        Emptying = "Ring or bar";

    public static readonly ValueSpec Runs = new(
        "runs",
        "Counts",
        new ChoiceKind("clock", "value"),
        "",
        default,
        "By the clock, from one number to another; or by keyframes of its number."
    )
    {
        Keyable = false,
    };

    public static readonly ValueSpec From = new("from", "From", NumbersKind.Number, "", new(10), "The first number.")
    {
        Keyable = false,
        Least = -1e12,
        Most = 1e12,
    };

    public static readonly ValueSpec To = new("to", "To", NumbersKind.Number, "", new(0), "The last number.")
    {
        Keyable = false,
        Least = -1e12,
        Most = 1e12,
    };

    public static readonly ValueSpec By = new("by", "In steps of", NumbersKind.Number, "", new(1), "How far it goes from one number to the next.")
    {
        Keyable = false,
        Least = 1e-6,
        Most = 1e12,
    };

    public static readonly ValueSpec Every = new("every", "Each stands", NumbersKind.Number, "s", new(1), "Seconds that each number stands.")
    {
        Keyable = false,
        Least = 0.001,
        Most = 86_400,
        Step = 0.1,
    };

    public static readonly ValueSpec Start = new(
        "start",
        "Begins after",
        NumbersKind.Number,
        "s",
        new(0),
        "Seconds from the layer's first frame until the first number's time begins; it is seen before."
    )
    {
        Keyable = false,
        Least = 0,
        Most = 86_400,
        Step = 0.1,
    };

    public static readonly ValueSpec Amount = new("number", "Number", NumbersKind.Number, "", new(0), "The number, where it counts by its value.")
    {
        Least = -1e12,
        Most = 1e12,
    };

    public static readonly ValueSpec Rounding = new(
        "rounding",
        "Rounded",
        new ChoiceKind("nearest", "down", "up"),
        "",
        default,
        "What is made of what lies between two numbers, where it counts by its value."
    )
    {
        Keyable = false,
    };

    public static readonly ValueSpec Form = new(
        "form",
        "Written as",
        new ChoiceKind("digits", "thousands", "minutes", "hours", "currency", "percent", "words"),
        "",
        default,
        "As digits, with separators, as minutes and seconds, hours, an amount of money, per cent, or in English words."
    )
    {
        Part = Writing,
        Keyable = false,
    };

    public static readonly ValueSpec Decimals = new("decimals", "Decimals", NumbersKind.Number, "", default, "Digits of the fraction.")
    {
        Part = Writing,
        Keyable = false,
        Least = 0,
        Most = 6,
    };

    public static readonly ValueSpec LeastDigits = new(
        "leastDigits",
        "At least",
        NumbersKind.Number,
        "digits",
        new(1),
        "Digits before the fraction; missing ones are zeros."
    )
    {
        Part = Writing,
        Keyable = false,
        Least = 1,
        Most = 12,
    };

    public static readonly ValueSpec Language = new(
        "language",
        "As in",
        new ChoiceKind([.. NumberStyle.All.Select(s => s.Code)]),
        "",
        default,
        "The language whose separators are used."
    )
    {
        Part = Writing,
        Keyable = false,
    };

    public static readonly ValueSpec Sign = new("currency", "Currency", new TextKind(8), "", Value.Of("€"), "The sign of the currency.")
    {
        Part = Writing,
        Keyable = false,
    };

    public static readonly ValueSpec Before = new("before", "Before it", new TextKind(100), "", Value.Of(""), "Words before the number.")
    {
        Part = Writing,
        Keyable = false,
    };

    public static readonly ValueSpec After = new("after", "After it", new TextKind(100), "", Value.Of(""), "Words after the number.")
    {
        Part = Writing,
        Keyable = false,
    };

    public static readonly ValueSpec Change = new(
        "change",
        "Change",
        new ChoiceKind("cut", "fade", "rise", "drop", "grow"),
        "",
        default,
        "How each number comes while the one before it goes."
    )
    {
        Part = Changing,
        Keyable = false,
    };

    public static readonly ValueSpec ChangeTime = new("changeTime", "Takes", NumbersKind.Number, "s", new(0.3), "Seconds that the change takes.")
    {
        Part = Changing,
        Keyable = false,
        Least = 0.01,
        Most = 10,
        Step = 0.05,
    };

    public static readonly ValueSpec Gauge = new("gauge", "Empties", new ChoiceKind("none", "ring", "bar"), "", default, "What empties while it counts.")
    {
        Part = Emptying,
        Keyable = false,
    };

    public static readonly ValueSpec GaugeSize = new("gaugeSize", "Its size", NumbersKind.Number, "px", new(260), "Diameter of the ring, or length of the bar.")
    {
        Part = Emptying,
        Least = 1,
        Most = 8000,
    };

    public static readonly ValueSpec GaugeWidth = new("gaugeWidth", "Its width", NumbersKind.Number, "px", new(16), "How thick it is.")
    {
        Part = Emptying,
        Least = 0.5,
        Most = 2000,
    };

    public static readonly ValueSpec GaugeFill = new("gaugeFill", "Its colour", PaintKind.Paint, "", new(1, 1, 1, 1), "Colour of what is left.")
    {
        Part = Emptying,
    };

    public static readonly ValueSpec GaugeGround = new(
        "gaugeGround",
        "Its ground",
        PaintKind.Paint,
        "",
        new(1, 1, 1, 64 / 255.0),
        "Colour of the whole, behind what is left."
    )
    {
        Part = Emptying,
    };

    internal static readonly TypeLook Look = new(numerals: 1, align: 1);

    private Counter()
        : base(
            "counter",
            "Counter",
            "A number that counts, with a ring or a bar that empties.",
            [
                Runs,
                From,
                To,
                By,
                Every,
                Start,
                Amount,
                Rounding,
                .. Look.Specs,
                Form,
                Decimals,
                LeastDigits,
                Language,
                Sign,
                Before,
                After,
                Change,
                ChangeTime,
                Gauge,
                GaugeSize,
                GaugeWidth,
                GaugeFill,
                GaugeGround,
            ]
        ) { }

    public override ValueSpec Sized => Look.Size;

    public override bool NeedsShowing => true;

    public override void Demand(ValueSet values, IDocument document, string layer, string at)
    {
        var steps =
            values[Runs].Constant.X == 0
                ? Count.StepsOf(values[From].Constant.X, values[To].Constant.X, values[By].Constant.X)
                : CountOf(values, new Showing(document.Rate, document.Width, document.Height, 0, 0)).Steps.Length;
        if (steps > Count.MostSteps)
        {
            throw new ProblemException(
                $"It would show {steps:0} numbers.",
                $"Let it count in larger steps: {Count.MostSteps} numbers are the most.",
                layer,
                $"{at}/by"
            );
        }
    }

    public override Drawing Draw(ValueSet values, DrawContext at) => new CounterDrawing(values, CountOf(values, at.Showing), at.Showing, at.Shaper);

    public override int? FramesWanted(ValueSet values, ITypeShaper shaper, Showing showing) =>
        values[Runs].Constant.X != 0
            ? null
            : (int)
                Math.Min(
                    int.MaxValue,
                    Math.Ceiling(
                        showing.Rate.Frames(
                            (decimal)values[Start].Constant.X
                                + (decimal)values[Every].Constant.X
                                    * (decimal)Math.Min(Count.MostSteps, Count.StepsOf(values[From].Constant.X, values[To].Constant.X, values[By].Constant.X))
                        )
                    )
                );

    /// <summary>What it shows when.</summary>
    public static Count CountOf(ValueSet values, Showing showing)
    {
        double Fixed(ValueSpec spec) => values[spec].Constant.X;
        string Words(ValueSpec spec) => values[spec].Constant.Text;
        var format = new NumberFormat(
            (NumberForm)(int)Fixed(Form),
            NumberStyle.All[(int)Fixed(Language)],
            (int)Fixed(Decimals),
            (int)Fixed(LeastDigits),
            Words(Sign),
            Words(Before),
            Words(After)
        );
        if (Fixed(Runs) == 0)
        {
            return Count.ByClock(Fixed(From), Fixed(To), Fixed(By), Fixed(Every), Fixed(Start), showing, format);
        }
        var unit = Math.Pow(10, -format.Decimals);
        return Count.ByValue(
            values[Amount],
            Fixed(Rounding) switch
            {
                1 => n => Math.Floor(n / unit + 1e-9) * unit,
                2 => n => Math.Ceiling(n / unit - 1e-9) * unit,
                _ => n => n,
            },
            format
        );
    }
}
