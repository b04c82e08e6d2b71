using System.Collections.Immutable;
using Hang.Scene.Values;

namespace Hang.Scene.Registry;

/// <summary>A kind of content or effect: its name and values. One file of the core holds all there is to know of it.</summary>
public abstract class Module
{
    /// <param name="name">As documents name it.</param>
    /// <param name="title">As people name it.</param>
    /// <param name="meaning">A sentence for the format's documentation.</param>
    protected Module(string name, string title, string meaning, params ValueSpec[] values)
    {
        (Name, Title, Meaning, Values) = (name, title, meaning, Number(values));
        Blank = ValueSet.Empty(Values);
        NamesLayers = Values.Any(v => v.Kind is LayersKind);
    }

    public string Name { get; }

    public string Title { get; }

    /// <summary>The title within a sentence.</summary>
    public Term Term => new(Title);

    public string Meaning { get; }

    public ImmutableArray<ValueSpec> Values { get; }

    /// <summary>True when some of its values name other layers.</summary>
    public bool NamesLayers { get; }

    /// <summary>The values of a part that says nothing.</summary>
    public ValueSet Blank { get; }

    internal static ImmutableArray<ValueSpec> Number(ValueSpec[] values)
    {
        for (var i = 0; i < values.Length; i++)
        {
            values[i].Index = values[i].Index < 0 ? i : throw new InvalidOperationException($"{values[i].Name} belongs to another module already.");
        }
        return [.. values];
    }
}

/// <summary>All modules of a kind, found in the core by themselves, in the order of their names.</summary>
public static class Modules<T>
    where T : Module
{
    private static readonly Dictionary<string, T> ByName = typeof(T)
        .Assembly.GetTypes()
        .Where(t => t.IsSubclassOf(typeof(T)) && !t.IsAbstract)
        .Select(t => (T)Activator.CreateInstance(t, true)!)
        .ToDictionary(m => m.Name, StringComparer.Ordinal);

    public static ImmutableArray<T> All { get; } = [.. ByName.Values.OrderBy(m => m.Name, StringComparer.Ordinal)];

    public static T? Find(string name) => ByName.GetValueOrDefault(name);

    /// <summary>The one module of a type.</summary>
    public static TModule Of<TModule>()
        where TModule : T => All.OfType<TModule>().Single();
}
