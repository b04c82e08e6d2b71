using System.Collections.Immutable;
using System.Reflection;
using System.Runtime.CompilerServices;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Serialization;

namespace Hang.Scene.Json;

/// <summary>
/// A record by its constructor's parameters and its settable properties. A parameter without a default and a required property must be
/// there; what is not known is refused; null never stands for anything.
/// </summary>
internal sealed class RecordCodec : Codec
{
    private readonly System.Type type;
    private readonly ConstructorInfo constructor;
    private readonly ImmutableArray<Member> members;
    private readonly Dictionary<string, Member> byName;

    /// <param name="marker">A member that names the record among others, and its name; it is passed over when read.</param>
    public RecordCodec(System.Type type, (string Member, string Name)? marker = null)
    {
        (this.type, Marker) = (type, marker);
        constructor = type.GetConstructors()
            .Where(c => c.GetParameters() is not [var only] || only.ParameterType != type)
            .MaxBy(c => c.GetParameters().Length)!;
        var parameters = constructor.GetParameters();
        var nulls = new NullabilityInfoContext();
        members =
        [
            .. parameters.Select(
                (p, i) =>
                    new Member(
                        NameOf(type.GetProperty(p.Name!, BindingFlags.Instance | BindingFlags.Public | BindingFlags.IgnoreCase)!),
                        type.GetProperty(p.Name!, BindingFlags.Instance | BindingFlags.Public | BindingFlags.IgnoreCase)!,
                        i,
                        !p.HasDefaultValue,
                        p.HasDefaultValue ? Given(p.DefaultValue, p.ParameterType) : null,
                        Codecs.Of(p.ParameterType, p),
                        (p.GetCustomAttribute<AlwaysAttribute>()) is not null
                    )
            ),
            .. type.GetProperties(BindingFlags.Instance | BindingFlags.Public)
                .Where(p =>
                    p.CanWrite
                    && p.GetCustomAttribute<JsonIgnoreAttribute>() is null
                    && !parameters.Any(q => string.Equals(q.Name, p.Name, StringComparison.OrdinalIgnoreCase))
                )
                .SelectMany(MembersOf),
        ];
        foreach (var late in members.Where(m => m.Part is null && m.Property.GetCustomAttribute<AfterAttribute>() is not null))
        {
            var after = late.Property.GetCustomAttribute<AfterAttribute>()!.Member;
            var others = members.Remove(late);
            members = others.Insert(others.IndexOf(others.First(m => m.Name == after)) + 1, late);
        }
        byName = members.ToDictionary(m => m.Name, StringComparer.Ordinal);
        if (members.Any(m => m.Parameter < 0))
        {
            var blank = RuntimeHelpers.GetUninitializedObject(type);
            try
            {
                blank = constructor.Invoke(new object?[parameters.Length]);
            }
            catch (TargetInvocationException)
            {
                // Only its defaults are of interest.
            }
            members =
            [
                .. members.Select(m => m.Parameter >= 0 || m.Part is not null ? m : m with { Default = m.Required ? null : m.Property.GetValue(blank) }),
            ];
            byName = members.ToDictionary(m => m.Name, StringComparer.Ordinal);
        }
    }

    private (string Member, string Name)? Marker { get; }

    public override object Read(JsonPlace place)
    {
        var given = new Dictionary<string, object>(StringComparer.Ordinal);
        foreach (var (name, at) in place.Members())
        {
            if (byName.TryGetValue(name, out var member))
            {
                given[name] = member.Codec.Read(at);
            }
            else if (name != Marker?.Member)
            {
                throw at.Refused($"\"{Quoted.Short(name)}\" is not known here.", $"Known are {string.Join(", ", members.Select(m => m.Name))}.");
            }
        }
        if (members.FirstOrDefault(m => m.Required && !given.ContainsKey(m.Name)) is { } missing)
        {
            throw place.Refused($"\"{missing.Name}\" is missing.", $"Add it, or take the last good copy.");
        }
        var arguments = members.Where(m => m.Parameter >= 0).OrderBy(m => m.Parameter).Select(m => given.GetValueOrDefault(m.Name) ?? m.Default).ToArray();
        object made;
        try
        {
            made = constructor.Invoke(arguments);
        }
        catch (TargetInvocationException e) when (e.InnerException is ArgumentException bad)
        {
            throw place.Refused($"{bad.Message}", $"Mend that place.");
        }
        foreach (var member in members.Where(m => m.Parameter < 0))
        {
            if (given.TryGetValue(member.Name, out var value))
            {
                member.Property.SetValue(made, member.Part is { } part ? part.With(member.Property.GetValue(made)!, value) : value);
            }
        }
        return made;
    }

    public override void Write(Utf8JsonWriter writer, object value)
    {
        writer.WriteStartObject();
        if (Marker is { } marker)
        {
            writer.WriteString(marker.Member, marker.Name);
        }
        foreach (var member in members)
        {
            var one = member.Property.GetValue(value);
            one = one is not null && member.Part is { } part ? part.Get(one) : one;
            if (one is not null && (member.Required || member.Always || !one.Equals(member.Default)))
            {
                writer.WritePropertyName(member.Name);
                member.Codec.Write(writer, one);
            }
        }
        writer.WriteEndObject();
    }

    public override JsonObject Schema(SchemaBook book) => book.Refer(type.Name, () =>
        {
            var properties = new JsonObject();
            if (Marker is { } marker)
            {
                properties[marker.Member] = new JsonObject { ["const"] = marker.Name };
            }
            foreach (var member in members)
            {
                properties[member.Name] = member.Codec.Schema(book);
            }
            var required = members.Where(m => m.Required).Select(m => m.Name);
            if (Marker is { } named)
            {
                required = required.Prepend(named.Member);
            }
            return new()
            {
                ["type"] = "object",
                ["additionalProperties"] = false,
                ["properties"] = properties,
                ["required"] = new JsonArray([.. required.Select(r => (JsonNode)r)]),
            };
        });

    public override string TypeScript(TypeBook book) => book.Refer(type.Name, () =>
        {
            var lines = members.Select(m => $"  {m.Name}{(m.Required || m.Always ? "" : "?")}: {m.Codec.TypeScript(book)}");
            var mark = Marker is { } marker ? [$"  {marker.Member}: '{marker.Name}'"] : Array.Empty<string>();
            return $"export interface {type.Name} {{\n{string.Join("\n", mark.Concat(lines))}\n}}";
        });

    private static IEnumerable<Member> MembersOf(PropertyInfo p) =>
        p.PropertyType.GetCustomAttribute<SpreadByAttribute>() is { } spread
            ? spread.Made().Members.Select(m => new Member(m.Name, p, -1, false, null, m.Codec, false, m))
            :
            [
                new(
                    NameOf(p),
                    p,
                    -1,
                    p.GetCustomAttribute<RequiredMemberAttribute>() is not null,
                    null,
                    Codecs.Of(p.PropertyType, p),
                    p.GetCustomAttribute<AlwaysAttribute>() is not null
                ),
            ];

    private static string NameOf(PropertyInfo property) =>
        property.GetCustomAttribute<JsonPropertyNameAttribute>()?.Name ?? JsonNamingPolicy.CamelCase.ConvertName(property.Name);

    /// <summary>A default as reflection tells it; those of structs come as null, those of enums as numbers.</summary>
    private static object? Given(object? value, System.Type type) =>
        value is null ? (type.IsValueType && Nullable.GetUnderlyingType(type) is null ? Activator.CreateInstance(type) : null)
        : type.IsEnum && !value.GetType().IsEnum ? Enum.ToObject(type, value)
        : value;

    /// <param name="Parameter">Index among the constructor's parameters, or -1.</param>
    /// <param name="Always">Written also when it has its default.</param>
    /// <param name="Part">What it is of a property that is spread; null: the property is the member.</param>
    private sealed record Member(
        string Name,
        PropertyInfo Property,
        int Parameter,
        bool Required,
        object? Default,
        Codec Codec,
        bool Always,
        SpreadMember? Part = null
    );
}

/// <summary>Marks a property that is written also when it has its default.</summary>
[AttributeUsage(AttributeTargets.Property | AttributeTargets.Parameter)]
public sealed class AlwaysAttribute : Attribute;

/// <summary>One of several records, told apart by a member.</summary>
internal sealed class OneOfCodec : Codec
{
    private readonly System.Type type;
    private readonly string member;
    private readonly Lazy<SortedDictionary<string, (System.Type Type, Codec Codec)>> choices;

    public OneOfCodec(System.Type type, string member)
    {
        (this.type, this.member) = (type, member);
        choices = new(() =>
            new(
                type.Assembly.GetTypes()
                    .Where(t => t.IsSubclassOf(type) && !t.IsAbstract)
                    .ToDictionary(NameOf, t => (t, (Codec)new RecordCodec(t, (member, NameOf(t)))), StringComparer.Ordinal),
                StringComparer.Ordinal
            )
        );
    }

    public override object Read(JsonPlace place)
    {
        if (place.Json.ValueKind != JsonValueKind.Object)
        {
            throw place.Wrong($"An object in braces");
        }
        if (!place.Json.TryGetProperty(member, out var named))
        {
            throw place.Refused($"\"{member}\" is missing.", $"Use one of {string.Join(", ", choices.Value.Keys)}.");
        }
        var at = place.Member(member, named);
        var name = at.Text();
        return choices.Value.TryGetValue(name, out var choice)
            ? choice.Codec.Read(place)
            : throw at.Refused($"\"{Quoted.Short(name)}\" is not known here.", $"Use one of {string.Join(", ", choices.Value.Keys)}.");
    }

    public override void Write(Utf8JsonWriter writer, object value) => choices.Value[NameOf(value.GetType())].Codec.Write(writer, value);

    public override JsonObject Schema(SchemaBook book) =>
        book.Refer(type.Name, () => new() { ["oneOf"] = new JsonArray([.. choices.Value.Values.Select(c => (JsonNode)c.Codec.Schema(book))]) });

    public override string TypeScript(TypeBook book) =>
        book.Refer(type.Name, () => $"export type {type.Name} =\n{string.Join("\n", choices.Value.Values.Select(c => $"  | {c.Codec.TypeScript(book)}"))}");

    private static string NameOf(System.Type type) => type.GetCustomAttribute<NamedAttribute>()?.Name ?? JsonNamingPolicy.CamelCase.ConvertName(type.Name);
}
