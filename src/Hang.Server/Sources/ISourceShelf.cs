using Hang.Scene;
using Hang.Scene.Sources;
using Hang.Store.Sources;

namespace Hang.Server.Sources;

/// <summary>What there is besides for a kind of source that is more than kept. Most kinds have none.</summary>
public interface ISourceShelf
{
    SourceKind Kind { get; }

    /// <summary>One has been judged, and is about to be kept.</summary>
    /// <exception cref="ProblemException">It does not go together with what is here.</exception>
    void Admit(Judged source) { }

    /// <summary>Those that are called something, where values name them so.</summary>
    IEnumerable<KeptSource> Named(string name) => [];

    /// <summary>A file that is made of one, by a name that is no hash; null: it makes none of that name.</summary>
    (byte[] Bytes, string Type)? Made(string name) => null;
}
