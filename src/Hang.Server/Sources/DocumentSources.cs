using Hang.Core.Documents;
using Hang.Core.Evaluation;
using Hang.Media.Judging;
using Hang.Paint.Shaping;
using Hang.Scene;
using Hang.Scene.Sources;
using Hang.Scene.Values;
using Hang.Store.Sources;

namespace Hang.Server.Sources;

/// <summary>The sources of documents that come in and go out.</summary>
public sealed class DocumentSources(SourceStore store, Judges judges, IEnumerable<ISourceShelf> shelves)
{
    /// <summary>What there is besides for a kind; null for most.</summary>
    public ISourceShelf? ShelfOf(SourceKind kind) => shelves.FirstOrDefault(s => s.Kind == kind);

    /// <summary>Takes a file in.</summary>
    /// <param name="package">The package that gets it, where the kind belongs to packages.</param>
    /// <exception cref="ProblemException">It is no such source.</exception>
    public async Task<Judged> AddAsync(SourceKind kind, string name, byte[] bytes, CancellationToken cancel, Guid? package = null) =>
        await KeepAsync(kind, await judges[kind].JudgeAsync(name, bytes, store, cancel), package, cancel);

    /// <summary>Moves all that a document carries into the store, what belongs to packages into one.</summary>
    /// <param name="known">What documents of the same file have brought already, by hash, which is not looked at again; null: nothing.</param>
    /// <exception cref="ProblemException">Something is missing, is no such source, or is not what its hash says.</exception>
    public async Task<Graphic> KeepAsync(Graphic graphic, CancellationToken cancel, Guid? package = null, Dictionary<string, string>? known = null)
    {
        var sources = graphic.Sources;
        foreach (var source in graphic.Sources.All)
        {
            var (kind, hash, facts) = source;
            if (kind.Reach == SourceReach.Package)
            {
                if (facts.Data is not null && package is not null)
                {
                    await KeepAsync(kind, await judges.JudgeAsync(source, Judges.Inside(source), store, cancel), package, cancel);
                }
                sources = sources.Without(kind, hash);
                continue;
            }
            var kept = await store.FindAsync(kind, hash, cancel);
            if (facts.Data is null ? kept is null : !ReferenceEquals(known?.GetValueOrDefault(hash), facts.Data))
            {
                var bytes = Judges.Inside(source);
                // What is here already has been judged.
                if (kept is null || HashKind.HashOf(bytes) != hash)
                {
                    kept = (await KeepAsync(kind, await judges.JudgeAsync(source, bytes, store, cancel), null, cancel)).Facts;
                }
                known?.TryAdd(hash, facts.Data!);
            }
            sources = sources.With(kind, hash, kept!.Called(facts.Name));
        }
        return graphic with { Sources = sources };
    }

    /// <summary>The same of a document that comes from elsewhere, ready to be worked on.</summary>
    public async Task<Graphic> TakeInAsync(Guid package, Graphic graphic, CancellationToken cancel, Dictionary<string, string>? known = null)
    {
        graphic = await KeepAsync(graphic, cancel, package, known);
        // A font that does not ship would break every later still and edit.
        _ = new Evaluator(graphic, TypeShaper.Shipped);
        return graphic;
    }

    /// <summary>A document with all that it uses inside it, and nothing that it does not.</summary>
    /// <exception cref="ProblemException">Something is missing.</exception>
    public Graphic Whole(Graphic graphic)
    {
        var whole = SourceSet.Empty;
        foreach (var (kind, key) in SourcesUsed.Of(graphic))
        {
            foreach (var (hash, facts, isCarried) in kind.Reach == SourceReach.Document ? Of(graphic, kind, key) : ShelfOf(kind)?.Named(key) ?? [])
            {
                var data = isCarried
                    ? Convert.ToBase64String(store.Bytes(kind, hash) ?? throw new ProblemException($"{Quoted.Short(facts.Name)} is missing.", $"Add it again."))
                    : null;
                whole = whole.With(kind, hash, facts with { Data = data });
            }
        }
        return graphic with { Sources = whole };
    }

    private static IEnumerable<KeptSource> Of(Graphic graphic, SourceKind kind, string hash) =>
        graphic.Sources[kind].GetValueOrDefault(hash) is { } facts ? [new(hash, facts, true)] : [];

    private async Task<Judged> KeepAsync(SourceKind kind, Judged judged, Guid? package, CancellationToken cancel)
    {
        ShelfOf(kind)?.Admit(judged);
        await store.AddAsync(kind, judged, package, cancel);
        return judged;
    }
}
