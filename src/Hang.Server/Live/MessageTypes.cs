using System.Collections.Immutable;
using System.Reflection;
using Hang.Core.Checks;
using Hang.Core.Evaluation;
using Hang.Core.Sounds;
using MessagePack;

namespace Hang.Server.Live;

/// <summary>Prints the messages as TypeScript, so that no second description of them is kept by hand.</summary>
public static class MessageTypes
{
    private static readonly NullabilityInfoContext Nulls = new();

    /// <summary>What travels within messages as JSON.</summary>
    private static readonly Type[] Reports =
    [
        typeof(LayerInspection),
        typeof(IdleTiming),
        typeof(ReadingTime),
        typeof(Sounding),
        typeof(HeardLayer),
        typeof(Loudness),
    ];

    /// <summary>The file web/src/program/messages.gen.ts.</summary>
    public static string TypeScript()
    {
        var types = typeof(Patch)
            .Assembly.GetTypes()
            .Where(t => t.GetCustomAttribute<MessagePackObjectAttribute>() is not null)
            .OrderBy(t => t.Name, StringComparer.Ordinal);
        var interfaces = types.Select(t =>
            $"export interface {t.Name} {{\n{string.Concat(t.GetProperties().Where(p => p.GetCustomAttribute<KeyAttribute>() is not null).Select(Line))}}}\n"
        );
        var reports = Reports.Select(t =>
            $"export interface {t.Name} {{\n{string.Concat(t.GetProperties().Select(p => $"  {System.Text.Json.JsonNamingPolicy.CamelCase.ConvertName(p.Name)}: {Of(p.PropertyType)}{(Nulls.Create(p).ReadState == NullabilityState.Nullable ? " | null" : "")}\n"))}}}\n"
        );
        return "// Printed from the server's messages by ./hang generate. Do not edit.\n\n" + string.Join("\n", interfaces.Concat(reports));
    }

    private static string Line(PropertyInfo property)
    {
        var optional = Nulls.Create(property).WriteState == NullabilityState.Nullable;
        return $"  {property.GetCustomAttribute<KeyAttribute>()!.StringKey}{(optional ? "?" : "")}: {Of(property.PropertyType)}{(optional ? " | null" : "")}\n";
    }

    private static string Of(Type type) =>
        type switch
        {
            _ when type == typeof(string) => "string",
            _ when Nullable.GetUnderlyingType(type) is { } value => Of(value),
            _ when type == typeof(int) || type == typeof(long) || type == typeof(double) => "number",
            _ when type == typeof(bool) => "boolean",
            _ when type == typeof(byte[]) => "Uint8Array",
            _ when type.IsArray => $"{Of(type.GetElementType()!)}[]",
            _ when type.IsGenericType && type.GetGenericTypeDefinition() == typeof(ImmutableArray<>) => $"{Of(type.GetGenericArguments()[0])}[]",
            _ when type.IsGenericType => $"Record<string, {Of(type.GetGenericArguments()[1])}>",
            _ => type.Name,
        };
}
