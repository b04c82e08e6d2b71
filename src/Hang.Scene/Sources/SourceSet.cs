using System.Collections.Immutable;
using Hang.Scene.Json;

namespace Hang.Scene.Sources;

/// <summary>A source among others: its kind, its content hash, and what is known of it.</summary>
public readonly record struct SourceEntry(SourceKind Kind, string Hash, Source Facts);

/// <summary>The sources of a document by kind and content hash. Immutable. In JSON each kind has a member of the record that holds the set.</summary>
[SpreadBy(typeof(SourceSpread))]
public sealed class SourceSet : IEquatable<SourceSet>
{
    private readonly ImmutableArray<ImmutableSortedDictionary<string, Source>> byKind;

    private SourceSet(ImmutableArray<ImmutableSortedDictionary<string, Source>> byKind) => this.byKind = byKind;

    public static SourceSet Empty { get; } = new([.. SourceKinds.All.Select(k => k.None)]);

    /// <summary>Those of a kind, by content hash.</summary>
    public ImmutableSortedDictionary<string, Source> this[SourceKind kind] => byKind[SourceKinds.All.IndexOf(kind)];

    public IEnumerable<SourceEntry> All => SourceKinds.All.SelectMany(k => this[k].Select(s => new SourceEntry(k, s.Key, s.Value)));

    public bool Has(SourceKind kind, string hash) => this[kind].ContainsKey(hash);

    /// <summary>Those of a kind as what they are, by content hash.</summary>
    public IEnumerable<KeyValuePair<string, T>> Of<T>(SourceKind<T> kind)
        where T : Source => this[kind].Select(s => KeyValuePair.Create(s.Key, (T)s.Value));

    /// <summary>What is known of one; null where there is none.</summary>
    public T? Find<T>(SourceKind<T> kind, string hash)
        where T : Source => (T?)this[kind].GetValueOrDefault(hash);

    /// <summary>This set with one source more, or with other facts of one.</summary>
    public SourceSet With(SourceKind kind, string hash, Source facts) => With(kind, this[kind].SetItem(hash, facts));

    /// <summary>This set without one.</summary>
    public SourceSet Without(SourceKind kind, string hash) => With(kind, this[kind].Remove(hash));

    /// <summary>This set with those of another; the very same where it has all of them.</summary>
    public SourceSet With(SourceSet others)
    {
        var all = this;
        foreach (var kind in SourceKinds.All.Where(k => others[k].Keys.Any(h => !Has(k, h))))
        {
            all = all.With(kind, all[kind].SetItems(others[kind]));
        }
        return all;
    }

    /// <summary>This set with what is made of each source; null takes one away.</summary>
    public SourceSet Select(Func<SourceEntry, Source?> made)
    {
        var all = this;
        foreach (var one in All)
        {
            all =
                made(one) is not { } facts ? all.Without(one.Kind, one.Hash)
                : ReferenceEquals(facts, one.Facts) ? all
                : all.With(one.Kind, one.Hash, facts);
        }
        return all;
    }

    public bool Equals(SourceSet? other) =>
        other is not null
        && (ReferenceEquals(this, other) || byKind.Zip(other.byKind).All(p => ReferenceEquals(p.First, p.Second) || p.First.SequenceEqual(p.Second)));

    public override bool Equals(object? obj) => Equals(obj as SourceSet);

    public override int GetHashCode() => byKind.Aggregate(0, (hash, kind) => HashCode.Combine(hash, kind.Count));

    private SourceSet With(SourceKind kind, ImmutableSortedDictionary<string, Source> those)
    {
        var at = SourceKinds.All.IndexOf(kind);
        return ReferenceEquals(byKind[at], those) ? this : new(byKind.SetItem(at, those));
    }

    /// <summary>How the set lies in JSON.</summary>
    private sealed class SourceSpread : Spread
    {
        public override IEnumerable<SpreadMember> Members =>
            SourceKinds.All.Select(k => new SpreadMember(
                k.Member,
                new MapCodec<Source>(new LaterCodec(k.Facts)),
                set => ((SourceSet)set)[k] is var those && (k.IsAlwaysWritten || !those.IsEmpty) ? those : null,
                (set, those) => ((SourceSet)set).With(k, (ImmutableSortedDictionary<string, Source>)those)
            ));
    }
}
