using Hang.Core.Documents;
using Hang.Core.Evaluation;
using Hang.Core.Layers;
using Hang.Paint.Fonts;
using Hang.Paint.Shaping;
using Hang.Scene;
using Hang.Scene.Colour;
using Hang.Scene.Geometry;
using Hang.Scene.Motion;
using Hang.Scene.Typesetting;
using Hang.Scene.Values;
using Hang.Tests.Shared;
using static Hang.Tests.Shared.Making;
using static Hang.Tests.Shared.Painted;

namespace Hang.Paint.Tests;

/// <summary>How type is set and painted beyond its letters: lines along the edges, stripes, gradients by letter, case, features, widths.</summary>
public class TypeLookTests
{
    private static Scene.Geometry.Box BoxOf(Layer layer) => new Evaluator(Graphic(400, 200, layer), TypeShaper.Shipped).Place(layer, 0).Box;

    /// <summary>
    /// Letters widened by half of a line are as much larger as the outline of their shape is long: the line alone covers its length times its width, but
    /// for joints.
    /// </summary>
    [Theory]
    [InlineData("centre")]
    [InlineData("inside")]
    [InlineData("outside")]
    public void ALineRunsAlongTheEdgesOfLetters(string place)
    {
        var letters = Painted
            .Type("OI", size: 120)
            .With("position", new Value(20, 140))
            .With("fill", new Value(0, 0, 0, 0))
            .With("stroke", Const(4))
            .With("strokeFill", new Value(1, 1, 1, 1))
            .With("strokePlace", place);
        var length = TypeShaper.Shipped.Shape("OI", "Inter", 400).Glyphs.Sum(g => LengthOf(g.Outline)) * 0.12;
        using var canvas = Painted.Paint(Graphic(300, 200, letters));
        Assert.InRange(Covered(canvas), length * 4 * 0.97, length * 4 * 1.03);
        // The middle of the I's stem is filled by none of the three.
        using var both = Painted.Paint(Graphic(300, 200, letters.With("fill", new Value(1, 0, 0, 1))));
        Assert.True(Covered(both) > Covered(canvas) + 500);
    }

    /// <summary>With spacing that moves, each letter has its own line; at rest it is the same picture.</summary>
    [Fact]
    public void TheLineFollowsSpacingThatMoves()
    {
        var letters = Painted
            .Type("Abc", size: 80)
            .With("fill", new Value(0, 0, 0, 0))
            .With("stroke", Const(3))
            .With("strokeFill", new Value(1, 1, 1, 1))
            .With("tracking", Const(50));
        using var still = Painted.Paint(Graphic(300, 100, letters));
        using var moving = Painted.Paint(Graphic(300, 100, letters.With("tracking", Over(new(0, new(50), Feel.Linear), new(5, new(300), Feel.Linear)))));
        Assert.Equal(Covered(still), Covered(moving), 0.02 * Covered(still));
    }

    [Fact]
    public void AStripeLiesBehindEachLine()
    {
        var layer = TypeOf("t", "Short\nA longer line")
            .With("position", new Value(40, 60))
            .With("typeSize", Const(30))
            .With("fill", new Value(0, 0, 0, 1))
            .With("stripe", new Value(1, 1, 0, 1))
            .With("stripeRoom", new Value(10, 0));
        using var canvas = Painted.Paint(Graphic(400, 140, layer));
        var shaped = TypeShaper.Shipped.Shape("Short", "Inter", 400);
        var end = (int)(40 + shaped.Advance * 0.03);
        Assert.Equal([255, 255, 0, 255], At(canvas, 33, 55));
        Assert.Equal([255, 255, 0, 255], At(canvas, end + 7, 55));
        Assert.Equal(0, At(canvas, end + 14, 55)[3]);
        Assert.Equal(255, At(canvas, end + 14, 95)[3]);
    }

    [Fact]
    public void AGradientRunsOverTheWordsOrOverEachLetter()
    {
        var gradient = PaintKind.Of(new(GradientType.Linear, 0, 0.5, 1, 0.5, 1, [new(0, new(1, 0, 0)), new(1, new(0, 0, 1))]));
        var layer = Painted.Type("HHHH", size: 60).With("fill", gradient);
        using var words = Painted.Paint(Graphic(300, 100, layer));
        using var letters = Painted.Paint(Graphic(300, 100, layer.With("fillOver", "letter")));
        int Reds(Painting.FrameCanvas canvas) =>
            Enumerable.Range(1, 298).Count(x => At(canvas, x, 50) is var p && p[3] == 255 && p[0] > 235 && At(canvas, x - 1, 50)[3] < 255);
        Assert.Equal(1, Reds(words));
        Assert.Equal(4, Reds(letters));
    }

    [Theory]
    [InlineData(LetterCase.Upper, "straße ﬁn é", "STRASSE FIN É")]
    [InlineData(LetterCase.Lower, "ÀB", "àb")]
    [InlineData(LetterCase.Lower, "ΟΔΥΣΣΕΥΣ ΣΑΣ, Σ ΑΣ'Β ΑΣ.", "οδυσσευς σας, σ ασ'β ας.")]
    [InlineData(LetterCase.SmallCaps, "Ab", "Ab")]
    public void CaseFollowsUnicode(LetterCase letters, string words, string wanted) => Assert.Equal(wanted, LetterCases.Set(words, letters));

    /// <summary>Tabular figures are all of one width (OpenType, tnum): in Inter, whose figures are not by themselves.</summary>
    [Fact]
    public void TabularNumeralsAreOfOneWidth()
    {
        double Width(string text, string numerals) => BoxOf(Painted.Type(text).With("numerals", numerals)).Width;
        Assert.NotEqual(Width("1111", "asInFont"), Width("8888", "asInFont"), 0.1);
        Assert.Equal(Width("1111", "tabular"), Width("8888", "tabular"), 1e-6);
        Assert.Contains("tnum", FontShelf.Shipped.Families.First(f => f.Name == "Inter").Features);
    }

    [Fact]
    public void AFeatureThatIsNoneIsNamed()
    {
        var problem = Assert
            .Throws<ProblemException>(() => GraphicRules.Demand(Graphic(100, 100, Painted.Type("a").With("features", "ss01, tabular"))))
            .Problem;
        Assert.Contains("tabular", problem.Message.ToString(), StringComparison.Ordinal);
    }

    /// <summary>Widths are those of HarfBuzz' advances: shrunk and stretched words are as wide as they may be, to a thousandth.</summary>
    [Theory]
    [InlineData("A long name that will not fit", "shrink", 200, 200)]
    [InlineData("Short", "shrink", 200, -1)]
    [InlineData("Short", "stretch", 200, 200)]
    [InlineData("A long name that will not fit", "stretch", 200, 200)]
    public void WordsAreFittedIntoTheirWidth(string words, string fit, double width, double wanted)
    {
        var layer = Painted.Type(words, size: 40).With("fit", fit).With("fitWidth", new Value(width));
        var natural = TypeShaper.Shipped.Shape(words, "Inter", 400).Advance * 0.04;
        Assert.Equal(wanted < 0 ? natural : wanted, BoxOf(layer).Width, 1.0);
    }

    /// <summary>UAX #14: lines break after spaces and hyphens, not within words; no line is wider than it may be.</summary>
    [Fact]
    public void LinesAreBrokenWhereTheyAreWider()
    {
        const string Words = "The meadow-side hives were moved before the frost";
        double WidthOf(string line) => TypeShaper.Shipped.Shape(line, "Inter", 400).Advance;
        var lines = LineFits.Wrapped(Words, 8000, WidthOf, TypeShaper.Shipped).Split('\n');
        Assert.True(lines.Length > 2);
        Assert.All(lines, l => Assert.True(WidthOf(l) <= 8000 && l == l.Trim()));
        Assert.Equal(Words, string.Concat(lines.Select(l => l.EndsWith('-') ? l : l + " ")).Trim());
        // Each line is as full as it can be: the first word of the next would not have gone into it.
        Assert.All(lines.Zip(lines.Skip(1)), p => Assert.True(WidthOf($"{p.First} {p.Second.Split(' ', '-')[0]}") > 8000 || p.First.EndsWith('-')));
        var layer = Painted.Type(Words, size: 40).With("fit", "wrap").With("fitWidth", new Value(320));
        Assert.InRange(BoxOf(layer).Width, 200, 320);
        Assert.InRange(BoxOf(layer).Height, 40 * 1.2 * 3, 1000);
        // A word that is wider alone makes all smaller.
        Assert.Equal(60, BoxOf(layer.With("fitWidth", new Value(60))).Width, 0.6);
    }

    private static double LengthOf(Outline outline)
    {
        double length = 0;
        (double X, double Y) at = default,
            start = default;
        void To(double x, double y)
        {
            length += Math.Sqrt(Math.Pow(x - at.X, 2) + Math.Pow(y - at.Y, 2));
            at = (x, y);
        }
        var c = outline.Commands;
        for (var i = 0; i < c.Length; )
        {
            var (verb, from) = ((int)c[i++], at);
            var p = c.AsSpan(i, Outline.Count(verb)).ToArray();
            i += p.Length;
            switch (verb)
            {
                case Outline.Move:
                    at = start = (p[0], p[1]);
                    break;
                case Outline.Line:
                    To(p[0], p[1]);
                    break;
                case Outline.Close:
                    To(start.X, start.Y);
                    break;
                default:
                    for (var k = 1; k <= 50; k++)
                    {
                        var (t, u) = (k / 50.0, 1 - k / 50.0);
                        double At(int o) =>
                            p.Length == 4
                                ? u * u * (o == 0 ? from.X : from.Y) + 2 * u * t * p[o] + t * t * p[2 + o]
                                : u * u * u * (o == 0 ? from.X : from.Y) + 3 * u * u * t * p[o] + 3 * u * t * t * p[2 + o] + t * t * t * p[4 + o];
                        To(At(0), At(1));
                    }
                    break;
            }
        }
        return length;
    }
}
