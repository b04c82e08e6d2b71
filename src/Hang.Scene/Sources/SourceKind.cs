using System.Collections.Immutable;
using Hang.Scene.Json;
using Hang.Scene.Values;

namespace Hang.Scene.Sources;

/// <summary>A kind of file as it comes in.</summary>
/// <param name="Type">Media type.</param>
/// <param name="Endings">What names of such files end with, the dot included; the usual one first.</param>
public sealed record SourceType(string Type, params ImmutableArray<string> Endings);

/// <summary>Whom a source belongs to.</summary>
public enum SourceReach
{
    /// <summary>To every document that names it.</summary>
    Document,

    /// <summary>To a package and all its graphics; a document only takes it along to another place.</summary>
    Package,
}

/// <summary>
/// A kind of file that documents carry by content hash. A new kind is one class, a <see cref="SourceJudge"/>, and a shelf for what is made of it.
/// </summary>
public abstract class SourceKind
{
    /// <param name="name">One of them, in a word; the name of the kind of value that names one.</param>
    /// <param name="member">The member of a document that holds them.</param>
    /// <param name="folder">Where they are kept, and their address: several of them, in a word.</param>
    /// <param name="mostBytes">Largest file.</param>
    private protected SourceKind(string name, string member, string folder, int mostBytes, params ImmutableArray<SourceType> types)
    {
        (Name, Member, Folder, MostBytes, Types) = (name, member, folder, mostBytes, types);
        Value = new(name);
    }

    public string Name { get; }

    public string Member { get; }

    public string Folder { get; }

    public int MostBytes { get; }

    /// <summary>The files that are taken.</summary>
    public ImmutableArray<SourceType> Types { get; }

    /// <summary>The kind of value that names one of them by its hash.</summary>
    public HashKind Value { get; }

    /// <summary>The record of what documents say of one.</summary>
    public abstract System.Type Facts { get; }

    public virtual SourceReach Reach => SourceReach.Document;

    /// <summary>The kind of value that names some of them by what they are called; null where all are named by their hash.</summary>
    public virtual ValueKind? NamedBy => null;

    /// <summary>True where editors may bring them, to fill fields with.</summary>
    public virtual bool IsFilled => false;

    /// <summary>True where documents have the member even when there is none of them.</summary>
    internal virtual bool IsAlwaysWritten => false;

    /// <summary>No sources of this kind.</summary>
    internal ImmutableSortedDictionary<string, Source> None { get; } = ImmutableSortedDictionary.Create<string, Source>(StringComparer.Ordinal);

    /// <summary>What is known of one as JSON, without its bytes.</summary>
    public string Write(Source facts) => Codecs.Write(Facts, facts.Bare());

    /// <summary>What <see cref="Write"/> wrote.</summary>
    /// <exception cref="ProblemException">It is nothing of the kind.</exception>
    public Source Read(string json) => JsonPlace.Read(json, place => (Source)Codecs.Of(Facts).Read(place));

    /// <summary>The address at which one is kept among the files of a server.</summary>
    /// <exception cref="ArgumentException">It is no content hash.</exception>
    public string KeyOf(string hash) => HashKind.IsHash(hash) ? $"{Folder}/{hash}" : throw new ArgumentException("This is no content hash.", nameof(hash));

    /// <summary>Where one stands in a document: a JSON pointer (RFC 6901).</summary>
    public string At(string hash) => $"/{Member}/{Quoted.Short(hash)}";

    /// <summary>Limits of what is told of one.</summary>
    /// <exception cref="ProblemException">One is broken.</exception>
    public virtual void Demand(string hash, Source facts) { }
}

/// <summary>A kind of source with the record that documents have of one.</summary>
public abstract class SourceKind<T>(string name, string member, string folder, int mostBytes, params ImmutableArray<SourceType> types)
    : SourceKind(name, member, folder, mostBytes, types)
    where T : Source
{
    public sealed override System.Type Facts => typeof(T);

    public sealed override void Demand(string hash, Source facts) => Demand(hash, (T)facts);

    /// <inheritdoc cref="SourceKind.Demand(string, Source)"/>
    protected virtual void Demand(string hash, T facts) { }
}
