using System.Collections.Immutable;
using Hang.Tests.Shared;
using Microsoft.CodeAnalysis;
using Microsoft.CodeAnalysis.CSharp;
using Microsoft.CodeAnalysis.CSharp.Syntax;

namespace Hang.Server.Tests.House;

/// <summary>One place of the source that names something of another folder.</summary>
/// <param name="From">The folder that names, as in "Evaluation"; empty for the root of the project.</param>
/// <param name="To">The folder that is named.</param>
/// <param name="At">The file, from the folder of the project, and its line, as in "Contents/Edge.cs:12".</param>
/// <param name="What">The name as it is written.</param>
internal sealed record Naming(string From, string To, string At, string What)
{
    public string Arrow => $"{Named(From)} -> {Named(To)}";

    public override string ToString() => $"{Arrow}: {At} names {What}";

    private static string Named(string folder) => folder.Length == 0 ? "(root)" : folder;
}

/// <summary>
/// What each folder of a project names of the others, read off the source: its using directives, each of which is needed (the build says which is not), and
/// names that are written whole. So constants count, which leave no trace in an assembly, and documentation does not. What is named without either, as the
/// type of another's property, that other names itself: where nobody names upward by name, nobody does at all.
/// </summary>
internal static class SourceGraph
{
    private static readonly Dictionary<string, CSharpCompilation> Compiled = [];

    /// <summary>The namings of a project that go from one folder to another as is asked for.</summary>
    /// <param name="project">As in "Hang.Core".</param>
    /// <param name="asked">Of the folder that names and the one that is named.</param>
    public static ImmutableArray<Naming> Of(string project, Func<string, string, bool> asked)
    {
        var compilation = Compile(project);
        return
        [
            .. compilation
                .SyntaxTrees.Where(t => !t.FilePath.EndsWith(".g.cs", StringComparison.Ordinal))
                .AsParallel()
                .SelectMany(t => InFile(project, compilation, t, asked)),
        ];
    }

    /// <summary>The files of a project, without what building makes.</summary>
    public static IEnumerable<string> Files(string project) =>
        Directory
            .EnumerateFiles(Folder(project), "*.cs", SearchOption.AllDirectories)
            .Where(f => Path.GetRelativePath(Folder(project), f).Split('/')[0] is not ("obj" or "bin"));

    public static string Folder(string project) => Path.Combine(ProjectFolder.Root, "src", project);

    public static CSharpCompilation Compile(string project)
    {
        lock (Compiled)
        {
            if (!Compiled.TryGetValue(project, out var known))
            {
                var made = Directory.EnumerateFiles(Path.Combine(Folder(project), "obj", "Release"), "*.GlobalUsings.g.cs", SearchOption.AllDirectories);
                var options = new CSharpParseOptions(LanguageVersion.Preview, DocumentationMode.None);
                var references = ((string)AppContext.GetData("TRUSTED_PLATFORM_ASSEMBLIES")!)
                    .Split(Path.PathSeparator)
                    .Where(p => Path.GetFileName(p) != $"{project}.dll");
                known = CSharpCompilation.Create(
                    project,
                    Files(project).Concat(made).Select(f => CSharpSyntaxTree.ParseText(File.ReadAllText(f), options, f)),
                    references.Select(r => MetadataReference.CreateFromFile(r)),
                    new CSharpCompilationOptions(
                        OutputKind.DynamicallyLinkedLibrary,
                        concurrentBuild: true,
                        nullableContextOptions: NullableContextOptions.Enable
                    )
                );
                Compiled[project] = known;
            }
            return known;
        }
    }

    private static IEnumerable<Naming> InFile(string project, CSharpCompilation compilation, SyntaxTree tree, Func<string, string, bool> asked)
    {
        var root = (CompilationUnitSyntax)tree.GetRoot();
        var space = root.Members.OfType<BaseNamespaceDeclarationSyntax>().FirstOrDefault()?.Name.ToString();
        if (space is null || FolderOf(project, space) is not { } from)
        {
            return [];
        }
        var file = Path.GetRelativePath(Folder(project), tree.FilePath);
        var model = compilation.GetSemanticModel(tree);
        var begins = new HashSet<string>(Directory.EnumerateDirectories(Folder(project)).Select(f => Path.GetFileName(f)!).Concat(project.Split('.')));
        return root.DescendantNodes()
            .OfType<IdentifierNameSyntax>()
            .Where(n => begins.Contains(n.Identifier.ValueText) && IsLeftmost(n))
            .Select(n => Whole(model, n))
            .Where(w => w.Space is not null && FolderOf(project, w.Space) is { } to && to != from && asked(from, to))
            // A directive may be there for the documentation alone, which does not count.
            .SelectMany(w => w.At.FirstAncestorOrSelf<UsingDirectiveSyntax>() is null ? [w.At] : ByDirective(model, root, w.Space!))
            .Select(at => new Naming(from, Named(at)!, $"{file}:{tree.GetLineSpan(at.Span).StartLinePosition.Line + 1}", at.ToString()));

        string? Named(SyntaxNode at) => FolderOf(project, (Whole(model, at).Space ?? Symbol(model, at)?.ContainingNamespace.ToDisplayString())!);
    }

    private static IEnumerable<SyntaxNode> ByDirective(SemanticModel model, CompilationUnitSyntax root, string space) =>
        root.DescendantNodes(n => n is not UsingDirectiveSyntax)
            .OfType<SimpleNameSyntax>()
            .Where(n => Symbol(model, n) is { ContainingNamespace: { } named } && named.ToDisplayString() == space);

    // A name that fits several because something else cannot be bound here still names one of them.
    private static ISymbol? Symbol(SemanticModel model, SyntaxNode name)
    {
        var info = model.GetSymbolInfo(name);
        var symbol = info.Symbol ?? (info.CandidateSymbols.IsEmpty ? null : info.CandidateSymbols[0]);
        return symbol is INamespaceSymbol ? null : symbol;
    }

    private static bool IsLeftmost(IdentifierNameSyntax name) =>
        name.Parent switch
        {
            QualifiedNameSyntax q => q.Left == name,
            MemberAccessExpressionSyntax m => m.Expression == name,
            _ => name.FirstAncestorOrSelf<UsingDirectiveSyntax>() is not null,
        };

    // The longest of a name's beginnings that is a namespace, and which one; none where it begins with something else of that name.
    private static (SyntaxNode At, string? Space) Whole(SemanticModel model, SyntaxNode name)
    {
        string? space = null;
        var at = name;
        for (var n = name; n is QualifiedNameSyntax or MemberAccessExpressionSyntax or IdentifierNameSyntax; n = n.Parent)
        {
            if (model.GetSymbolInfo(n).Symbol is not INamespaceSymbol found)
            {
                break;
            }
            (at, space) = (n, found.ToDisplayString());
        }
        return (at, space);
    }

    // Folders within a folder of the project belong to it.
    private static string? FolderOf(string project, string space) =>
        space == project ? ""
        : space.StartsWith(project + ".", StringComparison.Ordinal) ? space[(project.Length + 1)..].Split('.')[0]
        : null;
}
