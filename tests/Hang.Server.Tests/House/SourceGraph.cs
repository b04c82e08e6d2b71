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
/// What each folder of a project names of the others, read off the source by the compiler's symbols. So constants count, which leave no trace in an assembly,
/// and documentation does not.
/// </summary>
internal static class SourceGraph
{
    private static readonly Dictionary<string, CSharpCompilation> Compiled = [];

    /// <summary>All namings between the folders of a project.</summary>
    /// <param name="project">As in "Hang.Core".</param>
    public static ImmutableArray<Naming> Of(string project)
    {
        var compilation = Compile(project);
        return
        [
            .. compilation
                .SyntaxTrees.Where(t => !t.FilePath.EndsWith(".g.cs", StringComparison.Ordinal))
                .AsParallel()
                .SelectMany(t => InFile(project, compilation, t)),
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

    private static IEnumerable<Naming> InFile(string project, CSharpCompilation compilation, SyntaxTree tree)
    {
        var model = compilation.GetSemanticModel(tree);
        var file = Path.GetRelativePath(Folder(project), tree.FilePath);
        foreach (var name in tree.GetRoot().DescendantNodes().OfType<SimpleNameSyntax>().Where(n => n.FirstAncestorOrSelf<UsingDirectiveSyntax>() is null))
        {
            if (
                SpaceOf(name) is { } space
                && FolderOf(project, space) is { } from
                && Symbol(model, name) is { ContainingNamespace: { } named } symbol
                && symbol.ContainingAssembly?.Name == project
                && FolderOf(project, named.ToDisplayString()) is { } to
                && to != from
            )
            {
                yield return new Naming(from, to, $"{file}:{tree.GetLineSpan(name.Span).StartLinePosition.Line + 1}", name.Identifier.ValueText);
            }
        }
    }

    // A name that fits several because something else cannot be bound here still names one of them.
    private static ISymbol? Symbol(SemanticModel model, SimpleNameSyntax name)
    {
        var info = model.GetSymbolInfo(name);
        var symbol = info.Symbol ?? (info.CandidateSymbols.IsEmpty ? null : info.CandidateSymbols[0]);
        return symbol is INamespaceSymbol or null ? null : symbol;
    }

    private static string? SpaceOf(SyntaxNode node) => node.FirstAncestorOrSelf<BaseNamespaceDeclarationSyntax>()?.Name.ToString();

    // Folders within a folder of the project belong to it.
    private static string? FolderOf(string project, string space) =>
        space == project ? ""
        : space.StartsWith(project + ".", StringComparison.Ordinal) ? space[(project.Length + 1)..].Split('.')[0]
        : null;
}
