using System.Text.Json;
using System.Text.Json.Nodes;

namespace Hang.Scene.Json;

/// <summary>
/// How one kind of value is read from JSON, written to it, described by JSON Schema (2020-12), and typed in TypeScript. One description
/// for all four, so that they cannot drift apart.
/// </summary>
public abstract class Codec
{
    /// <exception cref="ProblemException">The place does not hold such a value; the problem's field is its pointer.</exception>
    public abstract object Read(JsonPlace place);

    public abstract void Write(Utf8JsonWriter writer, object value);

    public abstract JsonObject Schema(SchemaBook book);

    /// <summary>The type as TypeScript names it.</summary>
    public abstract string TypeScript(TypeBook book);
}

/// <summary>Definitions that a JSON Schema refers to, each once.</summary>
public sealed class SchemaBook
{
    private readonly SortedDictionary<string, JsonObject?> definitions = new(StringComparer.Ordinal);

    /// <summary>A reference to a definition, made when it is first asked for.</summary>
    public JsonObject Refer(string name, Func<JsonObject> make)
    {
        if (definitions.TryAdd(name, null))
        {
            definitions[name] = make();
        }
        return new() { ["$ref"] = $"#/$defs/{name}" };
    }

    public JsonObject Definitions => new(definitions.Select(d => KeyValuePair.Create(d.Key, (JsonNode?)d.Value!.DeepClone())));
}

/// <summary>TypeScript declarations by name, each once, in the order in which they were first met.</summary>
public sealed class TypeBook
{
    private readonly Dictionary<string, string?> declarations = new(StringComparer.Ordinal);

    /// <summary>The name, its declaration being made when it is first asked for.</summary>
    public string Refer(string name, Func<string> make)
    {
        if (declarations.TryAdd(name, null))
        {
            declarations[name] = make();
        }
        return name;
    }

    public IEnumerable<string> Declarations => declarations.Values.OfType<string>();
}

/// <summary>Bounds of a number, on a property or parameter.</summary>
[AttributeUsage(AttributeTargets.Property | AttributeTargets.Parameter)]
public sealed class WithinAttribute(double least, double most) : Attribute
{
    public double Least => least;

    public double Most => most;
}

/// <summary>Most items of a list or characters of a text, on a property or parameter.</summary>
[AttributeUsage(AttributeTargets.Property | AttributeTargets.Parameter)]
public sealed class MostAttribute(int count) : Attribute
{
    public int Count => count;
}

/// <summary>One of several records, told apart by a member.</summary>
/// <param name="member">The member that names the record.</param>
[AttributeUsage(AttributeTargets.Class)]
public sealed class OneOfAttribute(string member) : Attribute
{
    public string Member => member;
}

/// <summary>Says which codec a type has that is no plain record. It has a constructor without parameters.</summary>
[AttributeUsage(AttributeTargets.Class | AttributeTargets.Struct)]
internal sealed class CodedByAttribute(System.Type codec) : Attribute
{
    public Codec Made() => (Codec)Activator.CreateInstance(codec)!;
}

/// <summary>The name of a record in a <see cref="OneOfAttribute"/>; absent: the type's own in camel case.</summary>
[AttributeUsage(AttributeTargets.Class)]
public sealed class NamedAttribute(string name) : Attribute
{
    public string Name => name;
}
