using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Nodes;
using Hang.Scene.Json;
using Hang.Scene.Values;

namespace Hang.Scene.Registry;

/// <summary>The values of a module as members of a JSON object.</summary>
internal static class ValueSetJson
{
    /// <summary>The module that the member "kind" names.</summary>
    public static T ReadKind<T>(JsonPlace place)
        where T : Module
    {
        if (place.Json.ValueKind != JsonValueKind.Object)
        {
            throw place.Wrong($"An object in braces");
        }
        var known = string.Join(", ", Modules<T>.All.Select(m => m.Name));
        if (!place.Json.TryGetProperty("kind", out var kind))
        {
            throw place.Refused($"\"kind\" is missing.", $"Use one of {known}.");
        }
        var at = place.Member("kind", kind);
        var name = at.Text();
        return Modules<T>.Find(name) ?? throw at.Refused($"This Hang does not know the kind \"{Quoted.Short(name)}\".", $"Use one of {known}.");
    }

    /// <param name="others">Members beside "kind" that are no values.</param>
    public static ValueSet Read(Module module, JsonPlace place, ImmutableArray<string> others)
    {
        var set = module.Blank;
        foreach (var (name, at) in place.Members())
        {
            if (set.Find(name) is { } spec)
            {
                set = set.With(spec, ChannelJson.Read(spec, at));
            }
            else if (name != "kind" && !others.Contains(name))
            {
                throw at.Refused(
                    $"\"{Quoted.Short(name)}\" is not known here.",
                    $"A {module.Name} has {string.Join(", ", module.Values.Select(v => v.Name))}."
                );
            }
        }
        foreach (var spec in module.Values.Where(v => v.Required))
        {
            if (!set.Mentioned.Any(m => m.Spec == spec))
            {
                throw place.Refused($"\"{spec.Name}\" is missing.", $"Add it, or take the last good copy.");
            }
        }
        return set;
    }

    public static void Write(Utf8JsonWriter writer, ValueSet set)
    {
        foreach (var (spec, channel) in set.Mentioned)
        {
            writer.WritePropertyName(spec.Name);
            ChannelJson.Write(writer, spec, channel);
        }
    }

    public static void AddSchemas(JsonObject properties, ImmutableArray<ValueSpec> specs)
    {
        foreach (var spec in specs)
        {
            properties[spec.Name] = ChannelJson.Schema(spec);
        }
    }

    public static JsonObject Schema(Module module, ImmutableArray<string> others, SchemaBook book) => book.Refer(DefinitionOf(module), () =>
        {
            var properties = new JsonObject { ["kind"] = new JsonObject { ["const"] = module.Name } };
            foreach (var other in others)
            {
                properties[other] = new JsonObject { ["type"] = "string" };
            }
            AddSchemas(properties, module.Values);
            return new()
            {
                ["type"] = "object",
                ["description"] = module.Meaning,
                ["additionalProperties"] = false,
                ["properties"] = properties,
                ["required"] = new JsonArray([
                    .. others.Prepend("kind").Concat(module.Values.Where(v => v.Required).Select(v => v.Name)).Select(r => (JsonNode)r),
                ]),
            };
        });

    public static string TypeScript(Module module, ImmutableArray<string> others, TypeBook book) =>
        book.Refer(DefinitionOf(module), () =>
            $"/** {module.Meaning} */\nexport interface {DefinitionOf(module)} {{\n{string.Join("\n", others.Select(o => $"  {o}: string").Prepend($"  kind: '{module.Name}'").Concat(module.Values.Select(v => TypeScript(v, book))))}\n}}"
        );

    public static string TypeScript(ValueSpec spec, TypeBook book)
    {
        var keyed = spec.Keyable
            ? book.Refer("Keyed", () =>
                "export interface Keyframe<T = unknown> {\n  at: number\n  value: T\n  feel?: string | string[]\n  tangentIn?: [number, number]\n  tangentOut?: [number, number]\n}\n\n"
                + "/** A value over time: constant, or keyed. */\nexport type Keyed<T> = T | { keys: Keyframe<T>[] }"
            )
            : "";
        return $"  {spec.Name}{(spec.Required ? "" : "?")}: {(spec.Keyable ? $"{keyed}<{spec.Kind.TypeScript}>" : spec.Kind.TypeScript)}";
    }

    private static string DefinitionOf(Module module) => module.GetType().Name;
}
