using System.Collections.Immutable;
using System.Globalization;
using System.Text;
using Hang.Tests.Shared;
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
    private static readonly string[] Projects = ["Hang.Core", "Hang.Paint", "Hang.Media", "Hang.Server"];

    // Said to those who read the log, the API's description, or a fault of our own.
    private static readonly string[] NotForPeople = ["Log", "WithSummary", "CreateHistogram"];
    private static readonly string[] Faults = ["Argument", "InvalidOperation", "Unreachable", "NotSupported"];

    public static ImmutableSortedSet<string> All() =>
        [
            .. Projects.SelectMany(p => Directory.EnumerateFiles(Path.Combine(ProjectFolder.Root, "src", p), "*.cs", SearchOption.AllDirectories))
                .Where(f => !f.Contains("/obj/", StringComparison.Ordinal) && !f.Contains("/bin/", StringComparison.Ordinal))
                .SelectMany(f => CSharpSyntaxTree.ParseText(File.ReadAllText(f)).GetRoot().DescendantNodes().OfType<ExpressionSyntax>())
                .Where(e => !IsElsewhere(e)).Select(TextOf).OfType<string>().Where(IsSentence),
        ];

    private static string? TextOf(ExpressionSyntax expression)
    {
        if (expression is LiteralExpressionSyntax literal && literal.IsKind(SyntaxKind.StringLiteralExpression))
        {
            return literal.Token.ValueText;
        }
        if (expression is not InterpolatedStringExpressionSyntax interpolated)
        {
            return null;
        }
        var (text, hole) = (new StringBuilder(), 0);
        foreach (var part in interpolated.Contents)
        {
            text.Append(part is InterpolatedStringTextSyntax plain ? plain.TextToken.ValueText : string.Create(CultureInfo.InvariantCulture, $"{{{hole++}}}"));
        }
        return text.ToString();
    }

    private static bool IsSentence(string text) =>
        text.Contains(' ', StringComparison.Ordinal) && text.TrimEnd() is [.., '.' or '?'] && (char.IsUpper(text[0]) || char.IsDigit(text[0]) || text[0] is '{' or '"');

    private static bool IsElsewhere(ExpressionSyntax expression)
    {
        for (SyntaxNode? node = expression.Parent; node is not null and not StatementSyntax and not MemberDeclarationSyntax; node = node.Parent)
        {
            var name = node switch
            {
                InvocationExpressionSyntax call => call.Expression.ToString(),
                ObjectCreationExpressionSyntax made => made.Type.ToString(),
                _ => "",
            };
            if (node is AttributeSyntax || (node is InvocationExpressionSyntax && NotForPeople.Any(n => name.Contains(n, StringComparison.Ordinal))) || (node is ObjectCreationExpressionSyntax && Faults.Any(n => name.Contains(n, StringComparison.Ordinal))))
            {
                return true;
            }
        }
        return false;
    }
}
