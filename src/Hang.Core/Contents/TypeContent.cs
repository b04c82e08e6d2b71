using System.Collections.Immutable;
using Hang.Core.Geometry;
using Hang.Core.Motion;
using Hang.Core.PaintList;
using Hang.Core.Typesetting;
using Hang.Core.Values;

namespace Hang.Core.Contents;

/// <summary>Words, set in one of the fonts that ship with Hang. A line feed starts a new line. The origin is the alignment point on the first baseline.</summary>
public sealed class TypeContent : ContentKind
{
    public const int MostCharacters = 4000;

    public static readonly ValueSpec Text = new("text", "Words", new TextKind(MostCharacters), "", Value.Of(""), "The words; a line feed starts a new line.") { Required = true };

    public static readonly ValueSpec Family = new("family", "Font", new TextKind(100), "", Value.Of("Inter"), "Name of a font family that ships with Hang.") { Keyable = false };

    public static readonly ValueSpec Weight = new("weight", "Weight", NumbersKind.Number, "", new(400), "CSS font weight; the nearest weight that the family has is used.") { Keyable = false, Least = 1, Most = 1000 };

    public static readonly ValueSpec Align = new("align", "Set to", new ChoiceKind("left", "centre", "right"), "", new(0), "To which side lines of type are set.") { Keyable = false };

    public static readonly ValueSpec Pieces = new("pieces", "Type moves", new ChoiceKind("whole", "letter", "word", "line"), "", new(0), "What moves as one: all, or each letter (UAX #29 grapheme cluster), word (UAX #29) or line (UAX #14).") { Keyable = false };

    public static readonly ValueSpec Every = new("every", "Next after", NumbersKind.Number, "frames", new(2), "Frames from one piece to the next.") { Keyable = false, Least = 0, Most = 1000 };

    public static readonly ValueSpec Order = new("order", "Order of the pieces", new ChoiceKind("inOrder", "reversed", "fromMiddle", "shuffled"), "", new(0), "Which piece moves first.") { Keyable = false };

    public static readonly ValueSpec Seed = new("seed", "Seed of the order", NumbersKind.Number, "", new(1), "Which of many shuffled orders.") { Keyable = false, Least = 0, Most = int.MaxValue };

    public static readonly ValueSpec TypeSize = new("typeSize", "Type size", NumbersKind.Number, "px", new(72), "Size of the type: the height of its em.") { Least = 0.1, Most = 10_000, Signs = ["↕"] };

    public static readonly ValueSpec Tracking = new("tracking", "Tracking", NumbersKind.Number, "1/1000 em", new(0), "Space added between letters.") { Least = -1000, Most = 10_000, Step = 5, Signs = ["↔"] };

    public static readonly ValueSpec Leading = new("leading", "Leading", NumbersKind.Number, "× size", new(1.2), "Distance from baseline to baseline as a multiple of the type size.") { Least = 0, Most = 20, Step = 0.05, Signs = ["≡"] };

    public static readonly ValueSpec Colour = new("fill", "Colour", PaintKind.Paint, "", new(1, 1, 1, 1), "Colour, straight alpha, or gradient.");

    private TypeContent() : base("type", "Type", "Words in a font.", Text, Family, Weight, Align, Pieces, Every, Order, Seed, TypeSize, Tracking, Leading, Colour)
    {
    }

    public override ValueSpec Filled => Text;

    public override ValueSpec Sized => TypeSize;

    /// <summary>How letters, words or lines follow each other; null when the type moves as one.</summary>
    public static PieceStagger? StaggerOf(ValueSet values) => values[Pieces].Constant.X is 0 ? null
        : new((PieceKind)((int)values[Pieces].Constant.X - 1), (int)values[Every].Constant.X, (PieceOrder)(int)values[Order].Constant.X, (int)values[Seed].Constant.X);

    /// <summary>The same for a content that may be no type.</summary>
    public static PieceStagger? StaggerOf(ValueSet values, ContentKind kind) => kind is TypeContent ? StaggerOf(values) : null;

    /// <summary>The values with another stagger; null: the type moves as one.</summary>
    public static ValueSet WithStagger(ValueSet values, PieceStagger? stagger) => stagger is null ? values.With(Pieces, new Value(0))
        : values.With(Pieces, new Value((int)stagger.By + 1)).With(Every, new Value(stagger.Every)).With(Order, new Value((int)stagger.Order)).With(Seed, new Value(stagger.Seed));

    public override int PiecesOf(ValueSet values)
    {
        var text = values[Text];
        var wordings = text.IsKeyed ? text.Keys.Select(k => k.Value.Text) : [text.Constant.Text];
        return StaggerOf(values)?.By switch
        {
            null => 0,
            PieceKind.Letter => wordings.Sum(w => w.Length),
            PieceKind.Word => wordings.Sum(w => w.Count(char.IsWhiteSpace) + 1),
            _ => wordings.Sum(w => w.Count(c => c == '\n') + 1),
        };
    }

    /// <summary>The words at a moment.</summary>
    public static string TextAt(ValueSet values, double time) => values[Text].At(time).Text;

    public override Drawing Draw(ValueSet values, ITypeShaper shaper)
    {
        var text = values[Text];
        var (family, weight, align) = (values[Family].Constant.Text, (int)values[Weight].Constant.X, (Alignment)(int)values[Align].Constant.X);
        // Words that change over time are set once for each wording; in every frame one of them shows.
        string[] wordings = text.IsKeyed ? [.. text.Keys.Select(k => k.Value.Text).Distinct()] : [text.Constant.Text];
        var spaced = values[Tracking].IsKeyed || values[Tracking].Constant.X != 0;
        var set = wordings.ToImmutableDictionary(w => w, w => SetType.Of(w, family, weight, align, shaper, spaced), StringComparer.Ordinal);
        var stagger = StaggerOf(values);
        if (stagger is null)
        {
            return new TypeDrawing(values, set, [], 0);
        }
        var pieces = wordings.SelectMany(wording =>
        {
            var split = set[wording].Split(wording, stagger.By, shaper);
            var ranks = stagger.Ranks(split.Length);
            return split.Select((piece, i) => new Piece(new TypeDrawing(values, ImmutableDictionary<string, SetType>.Empty.Add(wording, piece), [], ranks[i] * stagger.Every), ranks[i] * stagger.Every));
        });
        return new TypeDrawing(values, set, [.. pieces], 0);
    }
}

/// <summary>The words of a layer, or a piece of them.</summary>
internal sealed class TypeDrawing : Drawing
{
    private readonly Channel text, typeSize, tracking, leading, colour;
    private readonly ImmutableDictionary<string, SetType> wordings;
    private readonly double delay;
    private readonly Box steadyBox;

    /// <param name="wordings">The type of each wording; of a piece, of the one that it belongs to.</param>
    /// <param name="delay">Frames by which colours run late.</param>
    public TypeDrawing(ValueSet values, ImmutableDictionary<string, SetType> wordings, IReadOnlyList<Piece> pieces, double delay)
    {
        (this.wordings, Pieces, this.delay) = (wordings, pieces, delay);
        (text, typeSize, tracking, leading) = (values[TypeContent.Text], values[TypeContent.TypeSize], values[TypeContent.Tracking], values[TypeContent.Leading]);
        colour = values[TypeContent.Colour];
        HasSteadyBox = !text.IsKeyed && HasSteadyMetrics;
        steadyBox = HasSteadyBox ? BoxOf(wordings.Values.First(), 0) : default;
    }

    public override IReadOnlyList<Piece> Pieces { get; }

    public override bool HasSteadyBox { get; }

    /// <summary>Characters that no shipped font has.</summary>
    public IEnumerable<string> Missing => wordings.Values.SelectMany(w => w.Missing).Distinct();

    private bool HasSteadyMetrics => !typeSize.IsKeyed && !tracking.IsKeyed && !leading.IsKeyed;

    public override Box BoxAt(double time) => HasSteadyBox ? steadyBox : wordings.TryGetValue(text.At(time).Text, out var type) ? BoxOf(type, time) : Box.Empty;

    public override void Write(StripWriter writer)
    {
        if (Pieces.Count > 0)
        {
            return;
        }
        foreach (var (wording, type) in wordings)
        {
            if (type.Glyphs.IsEmpty)
            {
                continue;
            }
            if (text.IsKeyed)
            {
                writer.Add(Ops.Place, [], [], 0, false, (time, v) => (v[0], v[3], v[6]) = (1, 1, text.At(time).Text == wording ? 1 : 0));
            }
            writer.Glyphs(type.Run, HasSteadyMetrics, colour, delay, time => type.Box(tracking.NumberAt(time), leading.NumberAt(time) * 1000), time => (Unit(time), tracking.NumberAt(time), leading.NumberAt(time) * 1000));
            if (text.IsKeyed)
            {
                writer.Close();
            }
        }
    }

    private double Unit(double time) => Math.Max(0, typeSize.NumberAt(time)) / 1000;

    private Box BoxOf(SetType type, double time)
    {
        var unit = Unit(time);
        var box = type.Box(tracking.NumberAt(time), leading.NumberAt(time) * 1000);
        return new(box.Left * unit, box.Top * unit, box.Right * unit, box.Bottom * unit);
    }
}
