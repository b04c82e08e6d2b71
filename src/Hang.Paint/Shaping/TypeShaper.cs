using System.Collections.Concurrent;
using System.Collections.Immutable;
using System.Globalization;
using Hang.Paint.Fonts;
using Hang.Scene.Typesetting;
using HarfBuzzSharp;

namespace Hang.Paint.Shaping;

/// <summary>Shapes lines with HarfBuzz: runs by direction (UAX #9), script (UAX #24) and font, in visual order.</summary>
public sealed class TypeShaper(FontShelf shelf) : ITypeShaper
{
    private const int MostKept = 4096;
    private readonly ConcurrentDictionary<(string Line, string Family, int Weight, bool Spaced, string Features), ShapedLine> kept = new();

    /// <summary>A shaper with the fonts that ship.</summary>
    public static TypeShaper Shipped { get; } = new(FontShelf.Shipped);

    public ShapedLine Shape(string line, string family, int weight, bool spaced = false, string features = "")
    {
        if (kept.Count > MostKept)
        {
            kept.Clear();
        }
        return kept.GetOrAdd((line, family, weight, spaced, features), key => Make(key.Line, key.Family, key.Weight, key.Spaced, key.Features));
    }

    private ShapedLine Make(string line, string family, int weight, bool spaced, string features)
    {
        var wanted = FontFeatures.Parse(features);
        var chosen = shelf.Face(family, weight);
        var (codepoints, units) = Composition.Of(line, chosen);
        var missing = new List<string>();
        var runs = Runs(codepoints, chosen, weight, missing);
        var glyphs = ImmutableArray.CreateBuilder<ShapedGlyph>();
        double pen = 0,
            ascent = chosen.Ascent,
            descent = chosen.Descent;
        int gaps = 0,
            lastCluster = -1;
        foreach (var run in InVisualOrder(runs))
        {
            ascent = Math.Max(ascent, run.Face.Ascent);
            descent = Math.Max(descent, run.Face.Descent);
            var joined = run.Script == Script.Arabic;
            var first = true;
            foreach (var glyph in run.Face.Shape(codepoints, run.Start, run.Length, run.Script, run.Level % 2 == 1, spaced, wanted))
            {
                if (lastCluster >= 0 && glyph.Cluster != lastCluster && (first || !joined))
                {
                    gaps++;
                }
                (lastCluster, first) = (glyph.Cluster, false);
                glyphs.Add(new(run.Face.Outline(glyph.Index), pen + glyph.X, glyph.Y, gaps, units[glyph.Cluster]));
                pen += glyph.Advance;
            }
        }
        return new(glyphs.ToImmutable(), pen, gaps, ascent, descent, [.. missing.Distinct()]);
    }

    public Hang.Scene.Geometry.IShapeCombiner Shapes { get; } = new ShapeCombiner();

    public ImmutableArray<(int Start, int Length)> Words(string line) => WordBreaks.Of(line);

    public ImmutableArray<int> Breaks(string line) => LineBreaks.Of(line);

    private List<Run> Runs(int[] codepoints, FontFace chosen, int weight, List<string> missing)
    {
        var levels = BidiLevels.Of(codepoints);
        var runs = new List<Run>();
        for (var i = 0; i < codepoints.Length; i++)
        {
            var script = UnicodeFunctions.Default.GetScript(codepoints[i]);
            var last = runs.Count > 0 ? runs[^1] : null;
            var open = script == Script.Common || script == Script.Inherited;
            if (open)
            {
                script = last?.Script ?? Script.Latin;
            }
            // A mark or a space stays with the font before it, so that a word is not torn over two fonts.
            var face =
                open && last is not null && (last.Face.Has(codepoints[i]) || IsInvisible(codepoints[i]))
                    ? last.Face
                    : Face(codepoints[i], chosen, weight, missing);
            if (last is not null && last.Level == levels[i] && last.Script == script && last.Face == face)
            {
                runs[^1] = last with { Length = last.Length + 1 };
            }
            else
            {
                runs.Add(new(i, 1, levels[i], script, face));
            }
        }
        return runs;
    }

    private FontFace Face(int codepoint, FontFace chosen, int weight, List<string> missing)
    {
        if (chosen.Has(codepoint) || IsInvisible(codepoint))
        {
            return chosen;
        }
        if (shelf.Fallbacks(weight).FirstOrDefault(f => f.Has(codepoint)) is { } face)
        {
            return face;
        }
        missing.Add(char.ConvertFromUtf32(codepoint));
        return chosen;
    }

    /// <summary>Joiners, direction marks and variation selectors have no glyph of their own.</summary>
    private static bool IsInvisible(int codepoint) =>
        CharUnicodeInfo.GetUnicodeCategory(codepoint) == UnicodeCategory.Format || codepoint is >= 0xFE00 and <= 0xFE0F or >= 0xE0100 and <= 0xE01EF;

    /// <summary>Rule L2 of UAX #9: from the highest level down to the lowest odd one, reverse each stretch at that level or higher.</summary>
    private static List<Run> InVisualOrder(List<Run> runs)
    {
        var order = runs.ToList();
        for (var level = runs.Select(r => (int)r.Level).DefaultIfEmpty().Max(); level >= 1; level--)
        {
            for (var i = 0; i < order.Count; i++)
            {
                var end = i;
                while (end < order.Count && order[end].Level >= level)
                {
                    end++;
                }
                if (end > i)
                {
                    order.Reverse(i, end - i);
                    i = end;
                }
            }
        }
        return order;
    }

    private sealed record Run(int Start, int Length, sbyte Level, Script Script, FontFace Face);
}
