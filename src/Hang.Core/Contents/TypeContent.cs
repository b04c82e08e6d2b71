using System.Collections.Immutable;
using Hang.Scene;
using Hang.Scene.Geometry;
using Hang.Scene.PaintList;
using Hang.Scene.Registry;
using Hang.Scene.Sources;
using Hang.Scene.Typesetting;
using Hang.Scene.Values;

namespace Hang.Core.Contents;

/// <summary>
/// Words, set in one of the fonts that ship with Hang. A line feed starts a new line. The origin is the alignment point on the first baseline.
/// </summary>
public sealed class TypeContent : ContentKind, IPieces
{
    public const int MostCharacters = 4000;

    public static readonly ValueSpec Text = new("text", "Words", new TextKind(MostCharacters), "", Value.Of(""), "The words; a line feed starts a new line.")
    {
        Required = true,
    };

    public static readonly ValueSpec Family = new("family", "Font", FontSources.Family, "", Value.Of("Inter"), "Name of a font family that ships with Hang.")
    {
        Keyable = false,
    };

    public static readonly ValueSpec Weight = new(
        "weight",
        "Weight",
        NumbersKind.Number,
        "",
        new(400),
        "CSS font weight; the nearest weight that the family has is used."
    )
    {
        Keyable = false,
        Least = 1,
        Most = 1000,
    };

    public static readonly ValueSpec Align = new(
        "align",
        "Set to",
        new ChoiceKind("left", "centre", "right"),
        "",
        new(0),
        "To which side lines of type are set."
    )
    {
        Keyable = false,
    };

    public static readonly ValueSpec Pieces = new(
        "pieces",
        "Type moves",
        new ChoiceKind("whole", "letter", "word", "line"),
        "",
        new(0),
        "What moves as one: all, or each letter (UAX #29 grapheme cluster), word (UAX #29) or line (UAX #14)."
    )
    {
        Keyable = false,
    };

    public static readonly ValueSpec Every = new("every", "Next after", NumbersKind.Number, "frames", new(2), "Frames from one piece to the next.")
    {
        Keyable = false,
        Least = 0,
        Most = 1000,
    };

    public static readonly ValueSpec Order = new(
        "order",
        "Order of the pieces",
        new ChoiceKind("inOrder", "reversed", "fromMiddle", "shuffled"),
        "",
        new(0),
        "Which piece moves first."
    )
    {
        Keyable = false,
    };

    public static readonly ValueSpec Seed = new("seed", "Seed of the order", NumbersKind.Number, "", new(1), "Which of many shuffled orders.")
    {
        Keyable = false,
        Least = 0,
        Most = int.MaxValue,
    };

    public static readonly ValueSpec Leaves = new(
        "leaves",
        "Type leaves",
        new ChoiceKind("asItCame", "whole", "letter", "word", "line"),
        "",
        new(0),
        "What goes off as one: as it came, each as late as it was; or in a way of its own, whose last piece is the layer's motion as written, the others before it."
    )
    {
        Keyable = false,
    };

    public static readonly ValueSpec LeavesEvery = new(
        "leavesEvery",
        "Next leaves after",
        NumbersKind.Number,
        "frames",
        new(2),
        "Frames from one piece that goes off to the next; less where they would not end in time."
    )
    {
        Keyable = false,
        Least = 0,
        Most = 1000,
    };

    public static readonly ValueSpec LeavesOrder = new(
        "leavesOrder",
        "Order of leaving",
        new ChoiceKind("inOrder", "reversed", "fromMiddle", "shuffled"),
        "",
        new(0),
        "Which piece goes off first."
    )
    {
        Keyable = false,
    };

    public static readonly ValueSpec LeavesSeed = new("leavesSeed", "Seed of leaving", NumbersKind.Number, "", new(1), "Which of many shuffled orders.")
    {
        Keyable = false,
        Least = 0,
        Most = int.MaxValue,
    };

    public static readonly ValueSpec TypeSize = new("typeSize", "Type size", NumbersKind.Number, "px", new(72), "Size of the type: the height of its em.")
    {
        Least = 0.1,
        Most = 10_000,
        Signs = ["↕"],
    };

    public static readonly ValueSpec Tracking = new("tracking", "Tracking", NumbersKind.Number, "1/1000 em", new(0), "Space added between letters.")
    {
        Least = -1000,
        Most = 10_000,
        Step = 5,
        Signs = ["↔"],
    };

    public static readonly ValueSpec Leading = new(
        "leading",
        "Leading",
        NumbersKind.Number,
        "× size",
        new(1.2),
        "Distance from baseline to baseline as a multiple of the type size."
    )
    {
        Least = 0,
        Most = 20,
        Step = 0.05,
        Signs = ["≡"],
    };

    public static readonly ValueSpec Colour = new("fill", "Colour", PaintKind.Paint, "", new(1, 1, 1, 1), "Colour, straight alpha, or gradient.");

    public static readonly ValueSpec Over = new(
        "fillOver",
        "Gradient over",
        new ChoiceKind("words", "letter"),
        "",
        default,
        "What a gradient runs over: all words, or each letter."
    )
    {
        Keyable = false,
    };

    public static readonly ValueSpec Case = new(
        "case",
        "Letters",
        new ChoiceKind("asTyped", "upper", "lower", "smallCaps"),
        "",
        default,
        "In which letters the words are set."
    )
    {
        Part = Setting,
        Keyable = false,
    };

    public static readonly ValueSpec Numerals = new(
        "numerals",
        "Numerals",
        new ChoiceKind("asInFont", "tabular", "proportional", "oldStyle", "tabularOldStyle"),
        "",
        default,
        "How numerals are set: all of one width, each of its own, of one height or as small letters (OpenType tnum, pnum, lnum, onum)."
    )
    {
        Part = Setting,
        Keyable = false,
    };

    public static readonly ValueSpec Features = new(
        "features",
        "Features",
        new TextKind(FontFeatures.MostCharacters),
        "",
        Value.Of(""),
        "OpenType features to set, divided by commas, such as ss01, liga 0."
    )
    {
        Part = Setting,
        Keyable = false,
    };

    public static readonly ValueSpec Fit = new(
        "fit",
        "Fit",
        new ChoiceKind("none", "shrink", "stretch", "wrap"),
        "",
        default,
        "What is done to words that have a width to fit into: smaller where they are wider; always as wide; or lines broken."
    )
    {
        Part = Setting,
        Keyable = false,
    };

    public static readonly ValueSpec FitWidth = new("fitWidth", "Fit width", NumbersKind.Number, "px", new(600), "The width that the words are fitted into.")
    {
        Part = Setting,
        Keyable = false,
        Least = 1,
        Most = 20_000,
        Signs = ["W"],
    };

    private static readonly PieceValues Came = new(Pieces, Every, Order, Seed, 1),
        Left = new(Leaves, LeavesEvery, LeavesOrder, LeavesSeed, 2);

    private const string Setting = "Setting",
        Ground = "Stripe",
        OnPath = "On a path";

    public static readonly ValueSpec Along = new(
        "along",
        "Runs along",
        LayersKind.Edge,
        "",
        Value.Of(""),
        "A shape whose edge the words run along; it may be hidden. None: they stand in lines."
    )
    {
        Part = OnPath,
        Keyable = false,
    };

    public static readonly ValueSpec AlongStart = new(
        "alongStart",
        "Starts at",
        NumbersKind.Number,
        "of length",
        new(0),
        "Where on the edge the words are set to: their beginning, middle or end. Keyed, they travel."
    )
    {
        Part = OnPath,
        Least = -1000,
        Most = 1000,
        Factor = 100,
        Signs = ["⊢"],
    };

    public static readonly ValueSpec AlongSide = new(
        "alongSide",
        "Stands",
        new ChoiceKind("outside", "inside"),
        "",
        default,
        "On which side of the edge they stand; outside of one that is open is left of it."
    )
    {
        Part = OnPath,
        Keyable = false,
    };

    public static readonly ValueSpec AlongBackwards = new(
        "alongBackwards",
        "Backwards",
        FlagKind.Flag,
        "",
        new(0),
        "Whether the words run against the direction of the edge, as at the bottom of a badge."
    )
    {
        Part = OnPath,
        Keyable = false,
    };

    public static readonly ValueSpec AlongUpright = new(
        "alongLetters",
        "Letters are",
        new ChoiceKind("turned", "upright"),
        "",
        default,
        "Whether letters turn with the edge or stay upright."
    )
    {
        Part = OnPath,
        Keyable = false,
    };

    public static readonly ValueSpec AlongGap = new("alongGap", "Gap", NumbersKind.Number, "px", new(0), "How far off the edge they stand.")
    {
        Part = OnPath,
        Least = -5000,
        Most = 5000,
        Signs = ["↥"],
    };

    public static readonly ValueSpec Stripe = new(
        "stripe",
        "Stripe",
        PaintKind.Paint,
        "",
        new(0, 0, 0, 0),
        "A stripe behind each line; none behind words on a path."
    )
    {
        Part = Ground,
    };

    public static readonly ValueSpec StripeRoom = new(
        "stripeRoom",
        "Room",
        NumbersKind.Size,
        "px",
        new(16, 2),
        "How far the stripe reaches beyond the line: at its ends, and above and below."
    )
    {
        Part = Ground,
        Least = -1000,
        Most = 1000,
        Signs = ["↔", "↕"],
    };

    public static readonly ValueSpec StripeCorners = new("stripeCorners", "Corners", NumbersKind.Number, "px", new(0), "Radius of its corners.")
    {
        Part = Ground,
        Least = 0,
        Most = 1000,
        Signs = ["◜"],
    };

    internal static readonly Stroke Line = new();

    private TypeContent()
        : base(
            "type",
            "Type",
            "Words in a font.",
            [
                Text,
                Family,
                Weight,
                Align,
                Pieces,
                Every,
                Order,
                Seed,
                Leaves,
                LeavesEvery,
                LeavesOrder,
                LeavesSeed,
                TypeSize,
                Tracking,
                Leading,
                Colour,
                Over,
                Case,
                Numerals,
                Features,
                Fit,
                FitWidth,
                Along,
                AlongStart,
                AlongGap,
                AlongSide,
                AlongBackwards,
                AlongUpright,
                Stripe,
                StripeRoom,
                StripeCorners,
                .. Line.Specs,
            ]
        ) { }

    public override void Demand(ValueSet values, IDocument document, string layer, string at)
    {
        if (FontFeatures.Fault(values[Features].Constant.Text) is { } fault)
        {
            throw new ProblemException(
                $"\"{Quoted.Short(fault)}\" is no OpenType feature.",
                $"Write tags of four letters with commas between, such as tnum, ss01, liga 0.",
                layer,
                $"{at}/features"
            );
        }
        if (LayersKind.IdsOf(values[Along].Constant).Length > 1)
        {
            throw new ProblemException($"Words run along one edge.", $"Choose one layer.", layer, $"{at}/along");
        }
        EdgesNeeded.Demand(values[Along], document, layer, $"{at}/along");
    }

    public override bool HasEdge => true;

    public override WordValues Worded { get; } = new(Text, Family, Weight, TypeSize, Features, Along, Fit, FitWidth);

    public override ValueSpec Sized => TypeSize;

    public override IPieces InPieces => this;

    public PieceStagger? Coming(ValueSet values) => Came.Of(values);

    public ValueSet WithComing(ValueSet values, PieceStagger? stagger) => stagger is null ? values.With(Pieces, new Value(0)) : Came.With(values, stagger);

    public PieceStagger? Going(ValueSet values) => Left.Of(values);

    public ValueSet WithGoing(ValueSet values, PieceStagger stagger) => Left.With(values, stagger);

    public bool GoesAsOne(ValueSet values) => Going(values) is null && (values[Leaves].Constant.X == 1 || Coming(values) is null);

    public ValueSet WithGoingAsOne(ValueSet values) => values.With(Leaves, new Value(1));

    public override bool LeavesApart(ValueSet values) => values[Leaves].Constant.X > 0 && (Going(values) is not null || Coming(values) is not null);

    public override int PiecesOf(ValueSet values) => Count(values, Coming(values)) + Count(values, Going(values));

    private static int Count(ValueSet values, PieceStagger? stagger)
    {
        var text = values[Text];
        var wordings = text.IsKeyed ? text.Keys.Select(k => k.Value.Text) : [text.Constant.Text];
        return stagger?.By switch
        {
            null => 0,
            PieceKind.Letter => wordings.Sum(w => w.Length),
            PieceKind.Word => wordings.Sum(w => w.Count(char.IsWhiteSpace) + 1),
            _ => wordings.Sum(w => w.Count(c => c == '\n') + 1),
        };
    }

    /// <summary>The words at a moment.</summary>
    public static string TextAt(ValueSet values, double time) => values[Text].At(time).Text;

    public override Drawing Draw(ValueSet values, DrawContext at)
    {
        var shaper = at.Shaper;
        if (at.Around is not { } around || LayersKind.IdsOf(values[Along].Constant) is not [var id, ..])
        {
            return Draw(values, at, null, true);
        }
        var still = around.IsStill(id);
        return Draw(values, at, new LastAsked<Course>(time => around.ShapeOf(id, time, true).Path.Course(), still).At, still);
    }

    /// <param name="way">What the words run along; null: they stand in lines.</param>
    private Drawing Draw(ValueSet values, DrawContext at, Func<double, Course>? way, bool isStill)
    {
        var shaper = at.Shaper;
        // Words that change over time are set once for each wording; in every frame one of them shows.
        string[] wordings = [.. Worded.Wordings(values)];
        var set = wordings.ToImmutableDictionary(w => w, w => TypeSetting.Set(values, Shown(w), shaper), StringComparer.Ordinal);
        var metrics = new TypeMetrics(values);
        // The height of a flat capital is that of its ink.
        var capitals = way is null
            ? 0
            : -shaper.Shape("H", values[Family].Constant.Text, (int)values[Weight].Constant.X).Glyphs.Select(g => g.Outline.Bounds.Top).DefaultIfEmpty().Min();
        var stagger = Coming(values);
        if (LeavesApart(values) && at.Departing is { } departing)
        {
            var coming = Split(stagger, Late).Select(p => p with { Until = departing.From });
            var going = Split(Going(values), (s, ranks) => [.. departing.Ahead(ranks, s.Every).Select(a => -a)]).Select(p => p with { From = departing.From });
            return Of(set, [.. coming, .. going], 0, null);
        }
        return Of(set, stagger is null ? [] : [.. Split(stagger, Late)], 0, null);

        static int[] Late(PieceStagger stagger, int[] ranks) => [.. ranks.Select(r => r * stagger.Every)];

        IEnumerable<Piece> Split(PieceStagger? by, Func<PieceStagger, int[], int[]> delays) =>
            by is null
                ? [new Piece(Of(set, [], 0, null), 0)]
                : wordings.SelectMany(wording =>
                {
                    var split = set[wording].Split(Shown(wording), by.By, shaper);
                    var late = delays(by, by.Ranks(split.Length));
                    return split.Select(
                        (piece, i) =>
                            new Piece(
                                Of(
                                    set.Where(s => s.Key == wording).ToImmutableDictionary(s => s.Key, _ => piece, StringComparer.Ordinal),
                                    [],
                                    late[i],
                                    set[wording]
                                ),
                                late[i]
                            )
                    );
                });

        Drawing Of(ImmutableDictionary<string, SetType> wordings, IReadOnlyList<Piece> parts, double delay, SetType? whole) =>
            way is null
                ? new TypeDrawing(values, metrics, wordings, parts, delay, Shown, whole)
                : new TypeAlongPath(values, metrics, wordings, parts, delay, Shown, whole, way, isStill, capitals);

        string Shown(string wording) => TypeSetting.Shown(values, wording, shaper, way is not null);
    }

    internal static LineFit FitOf(ValueSet values) => (LineFit)(int)values[Fit].Constant.X;
}
