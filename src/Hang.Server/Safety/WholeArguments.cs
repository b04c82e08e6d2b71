using System.Collections;
using System.Collections.Concurrent;
using System.Globalization;
using System.Reflection;
using Hang.Scene;

namespace Hang.Server.Safety;

/// <summary>
/// Looks through what a request brings before anybody works with it: nothing is missing that is needed, no item of a list is null, and no text has a NUL or
/// half a character in it. The place is named.
/// </summary>
internal static class WholeArguments
{
    private static readonly ConcurrentDictionary<Type, (PropertyInfo Property, bool MayBeNull)[]> Known = new();

    /// <summary>What is wrong with a value; null for nothing.</summary>
    /// <param name="at">Its place, a JSON pointer.</param>
    public static Problem? Of(object? value, string at = "")
    {
        switch (value)
        {
            case string text:
                return OfText(text, at);
            case IDictionary map:
                foreach (DictionaryEntry entry in map)
                {
                    var place = $"{at}/{Scene.Quoted.Short(entry.Key.ToString() ?? "")}";
                    if (Of(entry.Key, place) is { } key || (key = entry.Value is null ? Null(place) : Of(entry.Value, place)) is not null)
                    {
                        return key;
                    }
                }
                return null;
            case IEnumerable items:
                return IsUnset(items) ? Null(at)
                    : (items is byte[]) ? null
                    : OfItems(items, at);
            case { } part when part.GetType().Assembly.GetName().Name?.StartsWith("Hang.", StringComparison.Ordinal) == true && part is not Enum:
                foreach (var (property, mayBeNull) in Known.GetOrAdd(part.GetType(), Parts))
                {
                    var place = $"{at}/{System.Text.Json.JsonNamingPolicy.CamelCase.ConvertName(property.Name)}";
                    var inner = property.GetValue(part);
                    if (
                        (
                            inner is null
                                ? mayBeNull
                                    ? null
                                    : Null(place)
                                : Of(inner, place)
                        ) is
                        { } wrong
                    )
                    {
                        return wrong;
                    }
                }
                return null;
            default:
                return null;
        }
    }

    private static Problem? OfItems(IEnumerable items, string at)
    {
        var index = 0;
        foreach (var item in items)
        {
            var place = string.Create(CultureInfo.InvariantCulture, $"{at}/{index++}");
            if ((item is null ? Null(place) : Of(item, place)) is { } wrong)
            {
                return wrong;
            }
        }
        return null;
    }

    private static Problem? OfText(string text, string at)
    {
        for (var i = 0; i < text.Length; i++)
        {
            if (text[i] == '\0')
            {
                return new($"The text has a NUL character in it.", $"Take it out.", Field: at);
            }
            if (char.IsSurrogate(text[i]) && !(char.IsHighSurrogate(text[i]) && i + 1 < text.Length && char.IsLowSurrogate(text[++i])))
            {
                return new($"The text has half a character in it (a lone surrogate).", $"Write it anew.", Field: at);
            }
        }
        return null;
    }

    // An ImmutableArray that nobody gave has no items, and throws when it is asked for any.
    private static bool IsUnset(IEnumerable items) =>
        items.GetType() is { IsGenericType: true } type
        && type.GetGenericTypeDefinition() == typeof(System.Collections.Immutable.ImmutableArray<>)
        && (bool)type.GetProperty(nameof(System.Collections.Immutable.ImmutableArray<int>.IsDefault))!.GetValue(items)!;

    private static Problem Null(string at) =>
        new($"Something is missing in the request, or is null where a value belongs.", $"Send it as the API describes.", Field: at.Length == 0 ? "/" : at);

    private static (PropertyInfo, bool)[] Parts(Type type)
    {
        var nullability = new NullabilityInfoContext();
        return
        [
            .. type.GetProperties(BindingFlags.Public | BindingFlags.Instance)
                // What is set is what was sent; what is reckoned from it need not be looked at.
                .Where(p => p is { CanWrite: true } && p.GetIndexParameters().Length == 0)
                .Select(p => (p, nullability.Create(p).ReadState != NullabilityState.NotNull)),
        ];
    }

    /// <summary>Holds an address to it: the answer is 400.</summary>
    public static async ValueTask<object?> Demand(EndpointFilterInvocationContext context, EndpointFilterDelegate next)
    {
        foreach (var argument in context.Arguments)
        {
            if (
                argument is string or IEnumerable
                || argument?.GetType() is { IsEnum: false, Assembly: var assembly, IsInterface: false } type && IsSent(type, assembly, context)
            )
            {
                if (Of(argument) is { } problem)
                {
                    await ProblemAnswers.WriteAsync(context.HttpContext, StatusCodes.Status400BadRequest, problem, context.HttpContext.RequestAborted);
                    return Results.Empty;
                }
            }
        }
        return await next(context);
    }

    private static bool IsSent(Type type, Assembly assembly, EndpointFilterInvocationContext context) =>
        assembly.GetName().Name?.StartsWith("Hang.", StringComparison.Ordinal) == true
        && context.HttpContext.RequestServices.GetService<IServiceProviderIsService>()?.IsService(type) != true;
}
