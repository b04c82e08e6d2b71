using Hang.Scene;
using Hang.Scene.Geometry;
using Hang.Scene.PaintList;
using Hang.Scene.Registry;
using Hang.Scene.Values;

namespace Hang.Core.Contents;

/// <summary>
/// What other shapes make together: united, cut from each other, where they overlap or where they do not. They go on living: what is keyed of them moves it. It
/// stands where they stand; its own position moves it from there.
/// </summary>
public sealed class Combination : ContentKind
{
    /// <summary>Moments at which a shape that moves is looked at, to see how much room it needs.</summary>
    private const int MostLooks = 300;

    // The path operations of more letters take seconds at each of those moments (measured).
    private const int MostLetters = 150,
        Deepest = 8;

    public static readonly ValueSpec Shapes = new("of", "Made of", LayersKind.Edges, "", Value.Of(""), "The shapes that it is made of. They may be hidden.")
    {
        Keyable = false,
    };

    public static readonly ChoiceKind Ways = new("unite", "cut", "overlap", "exclude");

    public static readonly ValueSpec How = new(
        "how",
        "How",
        Ways,
        "",
        default,
        "All of them together; the backmost without the others; where all overlap; where an odd number of them is."
    )
    {
        Keyable = false,
    };

    public static readonly ValueSpec Colour = new("fill", "Colour", PaintKind.Paint, "", new(1, 1, 1, 1), "Colour, straight alpha, or gradient.");

    private static readonly Stroke Line = new();

    private Combination()
        : base("combination", "Combination", "What several shapes make together, filled and stroked.", [Shapes, How, Colour, .. Line.Specs]) { }

    public override bool HasEdge => true;

    public override void Demand(ValueSet values, IDocument document, string layer, string at)
    {
        EdgesNeeded.Demand(values[Shapes], document, layer, $"{at}/of");
        var letters = LettersOf(values, document, 0);
        if (letters > MostLetters)
        {
            throw new ProblemException(
                $"It is made of {letters} letters, and each is cut with every other.",
                $"Combine {MostLetters} letters or fewer, or use the type as a matte.",
                layer,
                $"{at}/of"
            );
        }
    }

    /// <summary>Letters of the type that it is made of, and of what that is made of.</summary>
    private static int LettersOf(ValueSet values, IDocument document, int depth) =>
        depth > Deepest
            ? MostLetters + 1
            : LayersKind
                .IdsOf(values[Shapes].Constant)
                .Select(id => document.LayerOf(id)?.Content)
                .Sum(content =>
                    content?.Kind switch
                    {
                        TypeContent => Longest(content.Values[TypeContent.Text]),
                        Combination => LettersOf(content.Values, document, depth + 1),
                        _ => 0,
                    }
                );

    private static int Longest(Scene.Motion.Channel words) => words.IsKeyed ? words.Keys.Max(k => k.Value.Text.Length) : words.Constant.Text.Length;

    public override Drawing Draw(ValueSet values, DrawContext at)
    {
        if (at is not { Around: { } around, Shaper: var shaper })
        {
            return new SimpleDrawing(true, _ => Box.Empty, null);
        }
        var layers = LayersKind.IdsOf(values[Shapes].Constant);
        var how = (Combining)(int)values[How].Constant.X;
        var steady = layers.All(around.IsStill);
        var last = new LastAsked<ShapePath>(
            time => layers.IsEmpty ? ShapePath.Nothing : shaper.Shapes.Combine([.. layers.Select(id => around.ShapeOf(id, time, false))], how),
            steady
        );
        ShapePath PathAt(double time) => last.At(time);
        Box BoxAt(double time) => PathAt(time).Bounds();
        Edge edge;
        if (steady)
        {
            var path = PathAt(0);
            edge = Edge.Of(path) with { Rule = "evenodd" };
        }
        else
        {
            var step = Math.Max(1, (around.Frames + MostLooks - 1) / MostLooks);
            var room = 0;
            for (var frame = 0; frame < around.Frames; frame += step)
            {
                room = Math.Max(room, Shape.CountAsAny(PathAt(frame)));
            }
            // Between the moments that were looked at it may need a little more.
            room += room / 2 + 32;
            edge = new(Shape.Any, false, (time, v) =>
            {
                var path = PathAt(time);
                Shape.WriteAny(Shape.CountAsAny(path) <= v.Length ? path : PathAt(Math.Floor(time / step) * step), v);
            }) { Rule = "evenodd", Room = room };
        }
        return new SimpleDrawing(steady, BoxAt, writer => Line.Paint(writer, values, Colour, BoxAt, edge), edge);
    }
}

/// <summary>Layers that are named for their edges.</summary>
internal static class EdgesNeeded
{
    /// <exception cref="ProblemException">One of them has none.</exception>
    public static void Demand(Scene.Motion.Channel layers, IDocument document, string layer, string at)
    {
        foreach (var id in LayersKind.IdsOf(layers.Constant))
        {
            if (document.LayerOf(id) is { Content.Kind.HasEdge: false } other)
            {
                throw new ProblemException($"{other.Name} has no edge.", $"Choose a shape, a path or type.", layer, at);
            }
        }
    }
}
