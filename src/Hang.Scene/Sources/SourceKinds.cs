using System.Collections.Immutable;
using System.Reflection;
using Hang.Scene.Values;

namespace Hang.Scene.Sources;

/// <summary>
/// All kinds of sources, found by themselves (each is its class's <c>Kind</c>), in the order in which documents have them: pictures, then by the names of
/// the members, those of packages last.
/// </summary>
public static class SourceKinds
{
    public static ImmutableArray<SourceKind> All { get; } =
    [
        .. typeof(SourceKind)
            .Assembly.GetTypes()
            .Where(t => t.IsSubclassOf(typeof(SourceKind)) && !t.IsAbstract)
            .Select(t => (SourceKind)t.GetProperty("Kind", BindingFlags.Public | BindingFlags.Static)!.GetValue(null)!)
            .OrderBy(k => k.Reach)
            .ThenBy(k => k.Member, StringComparer.Ordinal),
    ];

    /// <summary>The kind of which a value of that kind names one, by hash or otherwise; null for values that name no source.</summary>
    public static SourceKind? Of(ValueKind kind) => All.FirstOrDefault(k => k.Value == kind || k.NamedBy == kind);
}
