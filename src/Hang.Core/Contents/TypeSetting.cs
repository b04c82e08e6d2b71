using Hang.Scene.Registry;
using Hang.Scene.Typesetting;
using Hang.Scene.Values;

namespace Hang.Core.Contents;

/// <summary>Words as the values of a type layer set them.</summary>
internal static class TypeSetting
{
    /// <summary>A wording in the letters that are wished, broken where it is wider than it may be.</summary>
    /// <param name="onPath">True: it runs along an edge, where no line is broken.</param>
    public static string Shown(ValueSet values, string wording, ITypeShaper shaper, bool onPath = false)
    {
        var words = LetterCases.Set(wording, (LetterCase)(int)values[TypeContent.Case].Constant.X);
        if (TypeContent.FitOf(values) != LineFit.Wrap || onPath)
        {
            return words;
        }
        var (family, weight, spaced, features) = Font(values);
        var (largest, widest) = (Largest(values, TypeContent.TypeSize), Largest(values, TypeContent.Tracking));
        return LineFits.Wrapped(
            words,
            values[TypeContent.FitWidth].Constant.X / largest * 1000,
            line =>
            {
                var shaped = shaper.Shape(line, family, weight, spaced, features);
                return shaped.Advance + widest * shaped.Gaps;
            },
            shaper
        );
    }

    /// <summary>Words, as <see cref="Shown"/> gives them, in glyphs.</summary>
    public static SetType Set(ValueSet values, string shown, ITypeShaper shaper)
    {
        var (family, weight, spaced, features) = Font(values);
        return SetType.Of(shown, family, weight, (Alignment)(int)values[TypeContent.Align].Constant.X, shaper, spaced, features);
    }

    /// <summary>How wide in px and how many lines a wording is, in the largest size that it has, before it is made smaller.</summary>
    public static (double Width, int Lines) Measure(ValueSet values, string wording, ITypeShaper shaper)
    {
        var set = Set(values, Shown(values, wording, shaper), shaper);
        return (set.WidthAt(Largest(values, TypeContent.Tracking)) * Largest(values, TypeContent.TypeSize) / 1000, set.LineBoxes(0, 0).Count());
    }

    /// <summary>The greatest number that a value is ever.</summary>
    private static double Largest(ValueSet values, ValueSpec spec) =>
        values[spec] is { IsKeyed: true } keyed ? keyed.Keys.Max(k => k.Value.X) : values[spec].Constant.X;

    private static (string Family, int Weight, bool Spaced, string Features) Font(ValueSet values) =>
        (
            values[TypeContent.Family].Constant.Text,
            (int)values[TypeContent.Weight].Constant.X,
            values[TypeContent.Tracking].IsKeyed || values[TypeContent.Tracking].Constant.X != 0,
            FeaturesOf(values)
        );

    /// <summary>Features as text: those of letters and numerals, then what is set by hand, which so wins.</summary>
    private static string FeaturesOf(ValueSet values)
    {
        var small = (LetterCase)(int)values[TypeContent.Case].Constant.X == LetterCase.SmallCaps ? "smcp" : "";
        var numerals = (int)values[TypeContent.Numerals].Constant.X switch
        {
            1 => "tnum, lnum",
            2 => "pnum",
            3 => "onum",
            4 => "tnum, onum",
            _ => "",
        };
        return string.Join(", ", new[] { small, numerals, values[TypeContent.Features].Constant.Text }.Where(f => f.Length > 0));
    }
}
