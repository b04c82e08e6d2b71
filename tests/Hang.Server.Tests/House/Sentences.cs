using System.Collections.Immutable;
using Hang.Scene;
using Microsoft.CodeAnalysis;
using Microsoft.CodeAnalysis.CSharp;
using Microsoft.CodeAnalysis.CSharp.Syntax;

namespace Hang.Server.Tests.House;

/// <summary>
/// The forms of what the source can say to people: of every text that the compiler makes a <see cref="Sentence"/> of, so that none is forgotten where a
/// language is made.
/// </summary>
internal static class Sentences
{
    private static readonly string[] Projects = ["Hang.Scene", "Hang.Core", "Hang.Paint", "Hang.Media", "Hang.Store", "Hang.Server"];

    public static ImmutableArray<(InterpolatedStringExpressionSyntax Text, SemanticModel Model)> Found { get; } =
    [
        .. Projects
            .Select(SourceGraph.Compile)
            .SelectMany(c => c.SyntaxTrees.AsParallel().SelectMany(t => InFile(c, t)))
            .OrderBy(f => f.Text.SyntaxTree.FilePath, StringComparer.Ordinal)
            .ThenBy(f => f.Text.SpanStart),
    ];

    /// <summary>Forms with words in them: what only sets names side by side is the same in each language.</summary>
    public static ImmutableSortedSet<string> Forms() => [.. Found.Select(f => FormOf(f.Text)).Where(f => f.Any(char.IsLetter))];

    /// <summary>The form as the compiler will make it.</summary>
    public static string FormOf(InterpolatedStringExpressionSyntax text)
    {
        var sentence = new Sentence(0, 0);
        foreach (var part in text.Contents)
        {
            if (part is InterpolatedStringTextSyntax words)
            {
                sentence.AppendLiteral(words.TextToken.ValueText.Replace("{{", "{", StringComparison.Ordinal).Replace("}}", "}", StringComparison.Ordinal));
            }
            else
            {
                sentence.AppendFormatted("");
            }
        }
        return sentence.Form;
    }

    private static IEnumerable<(InterpolatedStringExpressionSyntax Text, SemanticModel Model)> InFile(CSharpCompilation compilation, SyntaxTree tree)
    {
        var model = compilation.GetSemanticModel(tree);
        return tree.GetRoot()
            .DescendantNodes()
            .OfType<InterpolatedStringExpressionSyntax>()
            .Where(t =>
                (t.Parent is CastExpressionSyntax cast ? model.GetTypeInfo(cast).Type : model.GetTypeInfo(t).ConvertedType) is { Name: nameof(Sentence) }
            )
            .Select(t => (t, model));
    }
}
