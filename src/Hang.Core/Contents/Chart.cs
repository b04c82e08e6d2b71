using System.Collections.Immutable;
using Hang.Core.Charts;
using Hang.Scene;
using Hang.Scene.Numbers;
using Hang.Scene.Registry;
using Hang.Scene.Values;

namespace Hang.Core.Contents;

/// <summary>
/// A chart of a list of labels and numbers: bars, columns, a pie or a ring by wedges, or a line that is drawn. Its items grow one after the other, and
/// their numbers count with them.
/// </summary>
public sealed class Chart : ContentKind
{
    private const string Colours = "Colours",
        Words = "Labels and numbers";

    public static readonly ValueSpec Data = new(
        "data",
        "Data",
        new TextKind(10_000),
        "",
        Value.Of("Clover 42\nLinden 30\nHeather 18"),
        "A label and a number in each line; two columns of a sheet can be pasted."
    )
    {
        Keyable = false,
        IsList = true,
    };

    public static readonly ValueSpec Shape = new(
        "shape",
        "As",
        new ChoiceKind("bars", "columns", "pie", "ring", "line"),
        "",
        default,
        "What the numbers are shown as."
    )
    {
        Keyable = false,
    };

    public static readonly ValueSpec Size = new("size", "Size", NumbersKind.Size, "px", new(800, 500), "Width and height of the drawing, without its labels.")
    {
        Least = 1,
        Keyable = false,
        Signs = ["W", "H"],
    };

    public static readonly ValueSpec Grown = new(
        "grown",
        "Grown",
        NumbersKind.Number,
        "",
        new(1),
        "How far all of it has grown; keyed from 0 to 100 % it arrives."
    )
    {
        Least = 0,
        Most = 1,
        Factor = 100,
        Signs = ["↗"],
    };

    public static readonly ValueSpec Lag = new(
        "lag",
        "One after another",
        NumbersKind.Number,
        "",
        new(0.5),
        "How far each item waits for the one before it: 0 % all at once, 100 % each when the last has grown."
    )
    {
        Least = 0,
        Most = 1,
        Factor = 100,
        Keyable = false,
    };

    public static readonly ValueSpec Greatest = new(
        "greatest",
        "Greatest",
        NumbersKind.Number,
        "",
        default,
        "The number that fills the drawing; 0: the greatest of the data."
    )
    {
        Keyable = false,
        Least = 0,
        Most = 1e12,
    };

    public static readonly ValueSpec Room = new(
        "room",
        "Between items",
        NumbersKind.Number,
        "",
        new(0.35),
        "Room between bars or columns, as a part of their place."
    )
    {
        Least = 0,
        Most = 0.95,
        Factor = 100,
        Keyable = false,
    };

    public static readonly ValueSpec Corners = new("corners", "Corners", NumbersKind.Number, "px", default, "Radius of the corners of bars and columns.")
    {
        Least = 0,
        Most = 1000,
        Keyable = false,
        Signs = ["◜"],
    };

    public static readonly ValueSpec Hole = new("hole", "Hole", NumbersKind.Number, "of size", new(0.6), "How large the hole of a ring is.")
    {
        Least = 0,
        Most = 0.99,
        Factor = 100,
        Keyable = false,
    };

    public static readonly ValueSpec LineWidth = new("lineWidth", "Line width", NumbersKind.Number, "px", new(8), "How thick a line is.")
    {
        Least = 0.5,
        Most = 500,
        Keyable = false,
    };

    public static readonly ImmutableArray<ValueSpec> Fills =
    [
        .. Enumerable
            .Range(1, 6)
            .Select(i => new ValueSpec($"colour{i}", $"Colour {i}", PaintKind.Paint, "", Default(i), $"Colour of item {i}, {i + 6} and so on.")
            {
                Part = Colours,
            }),
    ];

    public static readonly ValueSpec Labels = new("labels", "Labels", FlagKind.Flag, "", new(1), "Whether items are named.") { Part = Words, Keyable = false };

    public static readonly ValueSpec Figures = new("figures", "Numbers", FlagKind.Flag, "", new(1), "Whether their numbers are shown.")
    {
        Part = Words,
        Keyable = false,
    };

    public static readonly ValueSpec Decimals = new("decimals", "Decimals", NumbersKind.Number, "", default, "Digits of the fraction.")
    {
        Part = Words,
        Keyable = false,
        Least = 0,
        Most = 6,
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
        Part = Words,
        Keyable = false,
    };

    public static readonly ValueSpec After = new("after", "After numbers", new TextKind(20), "", Value.Of(""), "Words after each number, such as its unit.")
    {
        Part = Words,
        Keyable = false,
    };

    internal static readonly TypeLook Look = new(numerals: 1, align: 0);

    private Chart()
        : base(
            "chart",
            "Chart",
            "Bars, columns, a pie, a ring or a line of a list of numbers.",
            [Data, Shape, Size, Grown, Lag, Greatest, Room, Corners, Hole, LineWidth, .. Look.Specs, .. Fills, Labels, Figures, Decimals, Language, After]
        ) { }

    public override ValueSpec Sized => Size;

    public override void Demand(ValueSet values, IDocument document, string layer, string at)
    {
        try
        {
            ChartData.Read(values[Data].Constant.Text);
        }
        catch (ProblemException e)
        {
            throw new ProblemException(e.Problem with { Layer = layer, Field = $"{at}/data" });
        }
    }

    public override Drawing Draw(ValueSet values, DrawContext at) => new ChartDrawing(values, ChartData.Read(values[Data].Constant.Text), at.Shaper);

    private static Value Default(int number) =>
        ColourText.Of(
            Scene.Colour.Rgba.Parse(
                number switch
                {
                    1 => "#F2A51E",
                    2 => "#4E7A4B",
                    3 => "#8CC7E0",
                    4 => "#B86F0C",
                    5 => "#8A4A70",
                    _ => "#999999",
                }
            )
        );
}
