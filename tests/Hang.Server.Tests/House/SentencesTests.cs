using Microsoft.CodeAnalysis;
using Microsoft.CodeAnalysis.CSharp;
using Microsoft.CodeAnalysis.CSharp.Syntax;

namespace Hang.Server.Tests.House;

/// <summary>What people are told can be said in another language: no words of ours are hidden in what fills a form.</summary>
public class SentencesTests
{
    [Fact]
    public void NoTextOfOursStandsInAHole() =>
        Assert.Empty(
            Sentences.Found.SelectMany(f =>
                Holes(f.Text)
                    .SelectMany(h => Ends(h.Expression))
                    .Where(e => IsText(e) && f.Model.GetTypeInfo(e).ConvertedType?.SpecialType == SpecialType.System_String)
                    .Select(e => $"{At(e)}: {e} in {f.Text}")
            )
        );

    /// <summary>Labels and titles of modules are terms in a sentence, so that they are translated; a name is somebody's own.</summary>
    [Fact]
    public void LabelsAndTitlesAreTerms() =>
        Assert.Empty(
            Sentences.Found.SelectMany(f =>
                Holes(f.Text)
                    .SelectMany(h => h.Expression.DescendantNodesAndSelf().OfType<MemberAccessExpressionSyntax>())
                    .Where(m =>
                        f.Model.GetSymbolInfo(m).Symbol
                            is IPropertySymbol { Name: "Label" or "Title" or "Meaning" or "Unit", Type.SpecialType: SpecialType.System_String } symbol
                        && symbol.ContainingType.ContainingNamespace.ToString() != "Hang.Core.Charts"
                        && !m.Ancestors().TakeWhile(a => a != f.Text).OfType<ObjectCreationExpressionSyntax>().Any()
                    )
                    .Select(m => $"{At(m)}: {m} in {f.Text}")
            )
        );

    private static IEnumerable<InterpolationSyntax> Holes(InterpolatedStringExpressionSyntax text) => text.Contents.OfType<InterpolationSyntax>();

    /// <summary>What an expression can come to, one for each way through its choices.</summary>
    private static IEnumerable<ExpressionSyntax> Ends(ExpressionSyntax expression) =>
        expression switch
        {
            ParenthesizedExpressionSyntax inner => Ends(inner.Expression),
            ConditionalExpressionSyntax choice => Ends(choice.WhenTrue).Concat(Ends(choice.WhenFalse)),
            SwitchExpressionSyntax choice => choice.Arms.SelectMany(a => Ends(a.Expression)),
            BinaryExpressionSyntax { RawKind: (int)SyntaxKind.CoalesceExpression or (int)SyntaxKind.AddExpression } two => Ends(two.Left)
                .Concat(Ends(two.Right)),
            _ => [expression],
        };

    private static bool IsText(ExpressionSyntax expression) =>
        expression is LiteralExpressionSyntax { RawKind: (int)SyntaxKind.StringLiteralExpression } or InterpolatedStringExpressionSyntax;

    private static string At(SyntaxNode node) => $"{Path.GetFileName(node.SyntaxTree.FilePath)}:{node.GetLocation().GetLineSpan().StartLinePosition.Line + 1}";
}
