using Hang.Core.Evaluation;
using Hang.Core.Layers;
using Hang.Scene;

namespace Hang.Core.Checks;

/// <summary>Characters for which no shipped font has a glyph: their empty boxes would be in the picture.</summary>
public static class MissingGlyphs
{
    /// <summary>The field of the refusal, by which a caller knows that it may be asked for as it is.</summary>
    public const string Field = "glyphs";

    private const int MostNamed = 12;

    /// <summary>What is to be said of a layer's words; null where each has its glyph, or nobody sees them.</summary>
    public static Problem? Of(Evaluator evaluator, Layer layer)
    {
        var missing = layer.Hidden ? [] : evaluator.MissingCharacters(layer).ToArray();
        var named = string.Join(" ", missing.Take(MostNamed).Select(Show));
        return missing.Length == 0
            ? null
            : new(
                missing.Length > MostNamed ? (Sentence)$"No shipped font has {named} and {missing.Length - MostNamed} more." : $"No shipped font has {named}.",
                $"Change these characters; they would show as empty boxes.",
                layer.Name,
                "text"
            );
    }

    /// <param name="remedy">What a caller can do who wants it all the same.</param>
    /// <exception cref="ProblemException">A layer that shows has characters without a glyph; its field is <see cref="Field"/>.</exception>
    public static void Demand(Evaluator evaluator, Sentence? remedy = null)
    {
        if (evaluator.Unfolded.Whole.Layers.Select(l => Of(evaluator, l)).FirstOrDefault(p => p is not null) is { } found)
        {
            throw new ProblemException(
                found with
                {
                    Remedy = remedy ?? $"Change these characters, or hand it off as it is: they show as empty boxes.",
                    Field = Field,
                }
            );
        }
    }

    private static string Show(string character) => $"{character} (U+{char.ConvertToUtf32(character, 0):X4})";
}
