using System.Collections.Immutable;
using System.Globalization;
using System.Text;
using Hang.Server.Tests.House;
using Microsoft.CodeAnalysis;
using Microsoft.CodeAnalysis.CSharp;
using Microsoft.CodeAnalysis.CSharp.Syntax;

namespace Hang.Server.Tests;

/// <summary>
/// The sentences that the source can say to people: problems, remedies, findings, notes. They are read off the source, so that none is forgotten where a
/// language is made; what is put into them is written as {0}, {1} and so on.
/// </summary>
internal static class Sentences
{
    private static readonly string[] Projects = ["Hang.Scene", "Hang.Core", "Hang.Paint", "Hang.Media", "Hang.Server"];

    // Said to those who read the log, the API's description, or a fault of our own.
    private static readonly string[] NotForPeople = ["Log", "WithSummary", "CreateHistogram"];
    private static readonly string[] Faults = ["Argument", "InvalidOperation", "Unreachable", "NotSupported"];

    public static ImmutableSortedSet<string> All() =>
        [
            .. Projects
                .SelectMany(SourceGraph.Files)
                .SelectMany(f => CSharpSyntaxTree.ParseText(File.ReadAllText(f)).GetRoot().DescendantNodes().OfType<ExpressionSyntax>())
                .Where(e => !IsElsewhere(e))
                .SelectMany(e => TextsOf(e).Where(t => IsSentence(t) || (IsSaid(e) && t.Any(char.IsLetter)))),
        ];

    /// <summary>The texts that an expression can be: one for each way through the choices within it.</summary>
    private static IEnumerable<string> TextsOf(ExpressionSyntax expression) =>
        expression is LiteralExpressionSyntax { RawKind: (int)SyntaxKind.StringLiteralExpression } or InterpolatedStringExpressionSyntax
            ? Ways(expression).Select(Numbered).Distinct()
            : [];

    /// <summary>Texts with unnumbered holes.</summary>
    private static ImmutableArray<string> Ways(ExpressionSyntax expression) =>
        expression switch
        {
            ParenthesizedExpressionSyntax inner => Ways(inner.Expression),
            ConditionalExpressionSyntax choice => [.. Ways(choice.WhenTrue), .. Ways(choice.WhenFalse)],
            SwitchExpressionSyntax choice => [.. choice.Arms.SelectMany(a => Ways(a.Expression))],
            LiteralExpressionSyntax literal when literal.IsKind(SyntaxKind.StringLiteralExpression) => [literal.Token.ValueText],
            InvocationExpressionSyntax call when call.Expression.ToString() == "string.Create" => Ways(call.ArgumentList.Arguments[^1].Expression),
            InterpolatedStringExpressionSyntax interpolated => interpolated.Contents.Aggregate((ImmutableArray<string>)[""], (ways, part) =>
                [
                    .. ways.SelectMany(w =>
                        (part is InterpolationSyntax hole ? Ways(hole.Expression) : [((InterpolatedStringTextSyntax)part).TextToken.ValueText]).Select(p =>
                            w + p
                        )
                    ),
                ]
            ),
            _ => [Hole],
        };

    private const string Hole = "\0";

    private static string Numbered(string text)
    {
        var (numbered, hole) = (new StringBuilder(), 0);
        foreach (var c in text)
        {
            _ = c == Hole[0] ? numbered.Append(CultureInfo.InvariantCulture, $"{{{hole++}}}") : numbered.Append(c);
        }
        return numbered.ToString();
    }

    private static bool IsSentence(string text) =>
        text.Contains(' ', StringComparison.Ordinal)
        && text.TrimEnd() is [.., '.' or '?']
        && (char.IsUpper(text[0]) || char.IsDigit(text[0]) || text[0] is '{' or '"');

    /// <summary>True for what a history, a list of differences, a proof or a name card says, which are no whole sentences.</summary>
    private static bool IsSaid(ExpressionSyntax expression) =>
        expression.Ancestors().OfType<MemberDeclarationSyntax>().FirstOrDefault() is { } member
        && (
            (member as MethodDeclarationSyntax)?.Identifier.Text == "Describe"
            || expression.Ancestors().OfType<TypeDeclarationSyntax>().Any(c => c.Identifier.Text is "GraphicDifference" or "NameCard")
            || expression.Ancestors().OfType<InvocationExpressionSyntax>().Any(i => i.Expression.ToString() is "ProofFact.Of" or "facts.Add")
        )
        // A part of a text is none by itself.
        && !expression.Ancestors().TakeWhile(a => a != member).OfType<InterpolationSyntax>().Any();

    private static bool IsElsewhere(ExpressionSyntax expression)
    {
        for (SyntaxNode? node = expression.Parent; node is not null and not StatementSyntax and not MemberDeclarationSyntax; node = node.Parent)
        {
            var name = node switch
            {
                // What a chain of calls ends with says nothing of what is given to the calls before.
                InvocationExpressionSyntax call when call.ArgumentList.Span.Contains(expression.Span) => call.Expression is MemberAccessExpressionSyntax member
                    ? member.Name.ToString()
                    : call.Expression.ToString(),
                ObjectCreationExpressionSyntax made => made.Type.ToString(),
                _ => "",
            };
            if (
                node is AttributeSyntax
                || (node is InvocationExpressionSyntax && NotForPeople.Any(n => name.Contains(n, StringComparison.Ordinal)))
                || (node is ObjectCreationExpressionSyntax && Faults.Any(n => name.Contains(n, StringComparison.Ordinal)))
            )
            {
                return true;
            }
        }
        return false;
    }
}
