using System.Globalization;
using System.Text;
using Microsoft.CodeAnalysis;
using Microsoft.CodeAnalysis.CSharp;
using Microsoft.CodeAnalysis.CSharp.Syntax;

namespace Hang.Server.Tests.House;

/// <summary>
/// Prints the kernels of Hang.Scene as TypeScript, so that the arithmetic of both painters is written once. What a kernel may say is what stands here: whole
/// and real numbers, spans, sums and products, comparisons, square roots, floors, loops and choices. All else ends the printing, and so the test.
/// </summary>
internal sealed class KernelPrinter(SemanticModel model)
{
    private const string Space = "Hang.Scene.Kernels";

    private readonly StringBuilder text = new();
    private int depth;

    /// <summary>The file web/src/painter/kernels.gen.ts.</summary>
    public static string TypeScript()
    {
        var scene = SourceGraph.Compile("Hang.Scene");
        var classes = scene
            .SyntaxTrees.SelectMany(t => t.GetRoot().DescendantNodes().OfType<ClassDeclarationSyntax>())
            .Where(c => scene.GetSemanticModel(c.SyntaxTree).GetDeclaredSymbol(c)!.ContainingNamespace.ToString() == Space)
            .OrderBy(c => c.Identifier.Text, StringComparer.Ordinal)
            .Select(c => new KernelPrinter(scene.GetSemanticModel(c.SyntaxTree)).Printed(c));
        return "// Printed from the kernels of Hang.Scene by ./hang generate. Do not edit.\n" + string.Concat(classes);
    }

    private string Printed(ClassDeclarationSyntax kernel)
    {
        foreach (var member in kernel.Members)
        {
            text.Append('\n');
            switch (member)
            {
                case FieldDeclarationSyntax { Declaration.Variables: [{ Initializer.Value: { } value } named] } field
                    when field.Modifiers.Any(SyntaxKind.ConstKeyword):
                    Line($"{Export(field)}const {NameOf(model.GetDeclaredSymbol(named)!)} = {Of(value)}");
                    break;
                case MethodDeclarationSyntax method when method.Modifiers.Any(SyntaxKind.StaticKeyword):
                    Method(method);
                    break;
                default:
                    throw Unknown(member);
            }
        }
        return text.ToString();
    }

    private void Method(MethodDeclarationSyntax method)
    {
        var symbol = model.GetDeclaredSymbol(method)!;
        var parameters = string.Join(", ", symbol.Parameters.Select(p => $"{p.Name}: {TypeOf(p.Type, method)}"));
        Line($"{Export(method)}function {NameOf(symbol)}({parameters}): {TypeOf(symbol.ReturnType, method)} {{");
        depth++;
        if (method.ExpressionBody is { } body)
        {
            Line($"return {Of(body.Expression)}");
        }
        foreach (var statement in method.Body?.Statements ?? [])
        {
            Statement(statement);
        }
        depth--;
        Line("}");
    }

    private void Statement(StatementSyntax statement)
    {
        switch (statement)
        {
            case BlockSyntax block:
                foreach (var inner in block.Statements)
                {
                    Statement(inner);
                }
                break;
            case LocalDeclarationStatementSyntax { Declaration: { } declared }:
                Line(Declared(declared));
                break;
            case ExpressionStatementSyntax { Expression: { } expression }:
                Line(Act(expression));
                break;
            case ReturnStatementSyntax { Expression: { } value }:
                Line($"return {Of(value)}");
                break;
            case ContinueStatementSyntax:
                Line("continue");
                break;
            case WhileStatementSyntax loop:
                Within($"while ({Of(loop.Condition)}) {{", loop.Statement);
                break;
            case ForStatementSyntax { Declaration: { } first, Condition: { } condition, Incrementors: [var next] } loop:
                Within($"for ({Declared(first)}; {Of(condition)}; {Act(next)}) {{", loop.Statement);
                break;
            case IfStatementSyntax choice:
                Choice("", choice);
                break;
            default:
                throw Unknown(statement);
        }
    }

    private void Choice(string before, IfStatementSyntax choice)
    {
        Line($"{before}if ({Of(choice.Condition)}) {{");
        Indented(choice.Statement);
        if (choice.Else is { Statement: IfStatementSyntax next })
        {
            Choice("} else ", next);
            return;
        }
        if (choice.Else is { Statement: { } other })
        {
            Line("} else {");
            Indented(other);
        }
        Line("}");
    }

    private void Within(string begins, StatementSyntax body)
    {
        Line(begins);
        Indented(body);
        Line("}");
    }

    private void Indented(StatementSyntax body)
    {
        depth++;
        Statement(body);
        depth--;
    }

    private string Declared(VariableDeclarationSyntax declared) =>
        declared.Variables is [{ Initializer.Value: { } value } named]
            ? $"{(IsChanged(named) ? "let" : "const")} {named.Identifier.Text} = {Of(value)}"
            : throw Unknown(declared);

    /// <summary>Whether anything is put into a variable after its beginning.</summary>
    private bool IsChanged(VariableDeclaratorSyntax named)
    {
        var symbol = model.GetDeclaredSymbol(named);
        return named
            .Ancestors()
            .OfType<MethodDeclarationSyntax>()
            .First()
            .DescendantNodes()
            .Select(n => n is AssignmentExpressionSyntax a ? a.Left : (n as PostfixUnaryExpressionSyntax)?.Operand)
            .Any(target => target is IdentifierNameSyntax && SymbolEqualityComparer.Default.Equals(model.GetSymbolInfo(target).Symbol, symbol));
    }

    /// <summary>What changes something.</summary>
    private string Act(ExpressionSyntax expression) =>
        expression switch
        {
            PostfixUnaryExpressionSyntax { Operand: IdentifierNameSyntax what } step => $"{Of(what)}{step.OperatorToken.Text}",
            AssignmentExpressionSyntax { RawKind: (int)SyntaxKind.SimpleAssignmentExpression } put => $"{Of(put.Left).TrimEnd('!')} = {Of(put.Right)}",
            AssignmentExpressionSyntax
            {
                RawKind: (int)SyntaxKind.AddAssignmentExpression
                    or (int)SyntaxKind.SubtractAssignmentExpression
                    or (int)SyntaxKind.MultiplyAssignmentExpression,
            } put when Kind(put.Left) is SpecialType.System_Double or SpecialType.System_Int32 => $"{Of(put.Left)} {put.OperatorToken.Text} {Of(put.Right)}",
            _ => throw Unknown(expression),
        };

    private string Of(ExpressionSyntax expression) =>
        expression switch
        {
            ParenthesizedExpressionSyntax inner => Of(inner.Expression),
            LiteralExpressionSyntax { Token.Value: bool yes } => yes ? "true" : "false",
            LiteralExpressionSyntax { Token.Value: int or uint or double } number => Convert.ToString(number.Token.Value, CultureInfo.InvariantCulture)!,
            IdentifierNameSyntax name => NameOf(model.GetSymbolInfo(name).Symbol!),
            ElementAccessExpressionSyntax { ArgumentList.Arguments: [var at] } of => $"{Of(of.Expression)}[{Of(at.Expression)}]!",
            MemberAccessExpressionSyntax { Name.Identifier.Text: "Length" } of => $"{Of(of.Expression)}.length",
            MemberAccessExpressionSyntax of when model.GetSymbolInfo(of).Symbol is IFieldSymbol { IsConst: true } constant => NameOf(constant),
            PrefixUnaryExpressionSyntax { OperatorToken.Text: "!" or "-" } sign => $"{sign.OperatorToken.Text}{Part(sign.Operand)}",
            ConditionalExpressionSyntax choice => $"{Part(choice.Condition)} ? {Part(choice.WhenTrue)} : {Part(choice.WhenFalse)}",
            CastExpressionSyntax cast => Cast(cast),
            BinaryExpressionSyntax two => Binary(two),
            InvocationExpressionSyntax call => Call(call),
            _ => throw Unknown(expression),
        };

    /// <summary>An expression as a part of another.</summary>
    private string Part(ExpressionSyntax expression)
    {
        while (expression is ParenthesizedExpressionSyntax inner)
        {
            expression = inner.Expression;
        }
        var printed = Of(expression);
        return expression is BinaryExpressionSyntax or ConditionalExpressionSyntax or CastExpressionSyntax ? $"({printed})" : printed;
    }

    private string Binary(BinaryExpressionSyntax two)
    {
        var (left, right, sign) = (Part(two.Left), Part(two.Right), two.OperatorToken.Text);
        return (Kind(two), sign) switch
        {
            (SpecialType.System_Boolean, "==" or "!=") => $"{left} {sign}= {right}",
            (SpecialType.System_Boolean, "<" or ">" or "<=" or ">=" or "&&" or "||") => $"{left} {sign} {right}",
            (SpecialType.System_Double, "+" or "-" or "*" or "/") => $"{left} {sign} {right}",
            (SpecialType.System_Int32, "+" or "-" or "*" or "%") => $"{left} {sign} {right}",
            (SpecialType.System_Int32, "/") => $"Math.trunc({left} / {right})",
            (SpecialType.System_UInt32, "*") => $"Math.imul({left}, {right}) >>> 0",
            (SpecialType.System_UInt32, "+" or "-" or "&" or "|" or "^") => $"({left} {sign} {right}) >>> 0",
            (SpecialType.System_UInt32, ">>") => $"{left} >>> {right}",
            _ => throw Unknown(two),
        };
    }

    private string Cast(CastExpressionSyntax cast)
    {
        var inner = Part(cast.Expression);
        return (Kind(cast), Kind(cast.Expression)) switch
        {
            (SpecialType.System_UInt32, SpecialType.System_Int32) => $"{inner} >>> 0",
            (SpecialType.System_Int32, SpecialType.System_UInt32) => $"{inner} | 0",
            (SpecialType.System_Int32 or SpecialType.System_Byte, SpecialType.System_Double) => IsWhole(cast.Expression) ? inner : $"Math.trunc({inner})",
            (SpecialType.System_Byte, SpecialType.System_Int32) or (SpecialType.System_Double, SpecialType.System_Int32 or SpecialType.System_Byte) => inner,
            _ => throw Unknown(cast),
        };
    }

    /// <summary>Whether a real number has no fraction anyway.</summary>
    private static bool IsWhole(ExpressionSyntax expression) =>
        expression is InvocationExpressionSyntax call && call.Expression.ToString() is "Math.Floor" or "Math.Ceiling";

    private string Call(InvocationExpressionSyntax call)
    {
        var (called, arguments) = ((IMethodSymbol)model.GetSymbolInfo(call).Symbol!, call.ArgumentList.Arguments.Select(a => Of(a.Expression)).ToArray());
        var all = string.Join(", ", arguments);
        return (called.ContainingType.ToString(), called.Name) switch
        {
            ("System.Math", "Floor" or "Sqrt" or "Min" or "Max" or "Abs") => $"Math.{called.Name.ToLowerInvariant()}({all})",
            ("System.Math", "Ceiling") => $"Math.ceil({all})",
            ("System.Math", "Clamp") => $"Math.min(Math.max({arguments[0]}, {arguments[1]}), {arguments[2]})",
            _ when called.ContainingNamespace.ToString() == Space => $"{NameOf(called)}({all})",
            _ => throw Unknown(call),
        };
    }

    private SpecialType Kind(ExpressionSyntax expression) => model.GetTypeInfo(expression).Type!.SpecialType;

    /// <summary>Members of a kernel have its name before theirs: noise of Grain is grainNoise.</summary>
    private static string NameOf(ISymbol symbol) =>
        symbol is ILocalSymbol or IParameterSymbol ? symbol.Name
        : symbol.Name == symbol.ContainingType.Name ? throw new NotSupportedException($"{symbol} has the name of its kernel.")
        : char.ToLowerInvariant(symbol.ContainingType.Name[0]) + symbol.ContainingType.Name[1..] + symbol.Name;

    private static string Export(MemberDeclarationSyntax member) => member.Modifiers.Any(SyntaxKind.PublicKeyword) ? "export " : "";

    private static string TypeOf(ITypeSymbol type, SyntaxNode at) =>
        type.ToDisplayString() switch
        {
            "void" => "void",
            "bool" => "boolean",
            "int" or "uint" or "double" => "number",
            "System.Span<byte>" or "System.ReadOnlySpan<byte>" => "Uint8Array",
            "System.Span<int>" or "System.ReadOnlySpan<int>" => "Int32Array",
            "System.ReadOnlySpan<double>" => "ArrayLike<number>",
            _ => throw Unknown(at),
        };

    private void Line(string line) => text.Append(' ', 2 * depth).Append(line).Append('\n');

    private static NotSupportedException Unknown(SyntaxNode node) =>
        new($"{Path.GetFileName(node.SyntaxTree.FilePath)}, line {node.GetLocation().GetLineSpan().StartLinePosition.Line + 1}: no kernel may say \"{node}\".");
}
