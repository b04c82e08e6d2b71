using System.Collections.Concurrent;
using System.Collections.Immutable;
using System.Reflection;
using System.Text;
using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Unicode;
using Hang.Scene.Time;

namespace Hang.Scene.Json;

/// <summary>The codec of each type that documents, edits and answers are made of.</summary>
public static class Codecs
{
    private static readonly ConcurrentDictionary<System.Type, Codec> Known = new();

    private static readonly JsonWriterOptions Indented = new() { Indented = true, Encoder = JavaScriptEncoder.Create(UnicodeRanges.All) };
    private static readonly JsonWriterOptions Compact = new() { Encoder = JavaScriptEncoder.Create(UnicodeRanges.All) };

    /// <summary>Reads a text as one value.</summary>
    /// <exception cref="ProblemException">The text is no JSON, or does not hold such a value; the field is the JSON pointer of the place.</exception>
    public static T Read<T>(string text) => JsonPlace.Read(text, place => (T)Of(typeof(T)).Read(place));

    /// <summary>One value as JSON, indented or on one line.</summary>
    public static string Write<T>(T value, bool indented = false)
        where T : notnull => Write(typeof(T), value, indented);

    /// <summary>The same of a type that is only known when it runs.</summary>
    public static string Write(System.Type type, object value, bool indented = false)
    {
        using var stream = new MemoryStream();
        using (var writer = new Utf8JsonWriter(stream, indented ? Indented : Compact))
        {
            Of(type).Write(writer, value);
        }
        return Encoding.UTF8.GetString(stream.ToArray());
    }

    /// <summary>The codec of a type.</summary>
    /// <param name="limits">Where attributes with bounds may stand: a parameter or property.</param>
    public static Codec Of(System.Type type, ICustomAttributeProvider? limits = null)
    {
        var within = (limits?.GetCustomAttributes(typeof(WithinAttribute), true).FirstOrDefault()) as WithinAttribute;
        var most = (limits?.GetCustomAttributes(typeof(MostAttribute), true).FirstOrDefault() as MostAttribute)?.Count;
        type = Nullable.GetUnderlyingType(type) ?? type;
        if (type == typeof(string))
        {
            return new TextCodec(most);
        }
        if (type == typeof(int) || type == typeof(double))
        {
            return new NumberCodec(type == typeof(int), within?.Least, within?.Most);
        }
        if (type.IsGenericType && type.GetGenericTypeDefinition() is var generic && (generic == typeof(ImmutableArray<>) || generic == typeof(ImmutableList<>)))
        {
            var item = type.GetGenericArguments()[0];
            return (Codec)Activator.CreateInstance(typeof(ListCodec<>).MakeGenericType(item), Of(item, limits), most, generic == typeof(ImmutableList<>))!;
        }
        if (type.IsGenericType && type.GetGenericTypeDefinition() == typeof(ImmutableSortedDictionary<,>))
        {
            var item = type.GetGenericArguments()[1];
            // Graphics hold graphics: the codec of what is no text or number is there by the time that it is asked for.
            return (Codec)
                Activator.CreateInstance(typeof(MapCodec<>).MakeGenericType(item), item.IsClass && item != typeof(string) ? new LaterCodec(item) : Of(item))!;
        }
        // Not GetOrAdd: a codec asks for others while it is being made.
        return Known.TryGetValue(type, out var known) ? known : Known[type] = Make(type);
    }

    private static Codec Make(System.Type type) =>
        type switch
        {
            _ when type == typeof(bool) => new FlagCodec(),
            _ when type.IsEnum => new ChoiceCodec(type),
            _ when type == typeof(FrameRate) => new RateCodec(),
            _ when type == typeof(JsonElement) => new RawCodec(),
            _ when type.GetCustomAttribute<CodedByAttribute>(false) is { } coded => coded.Made(),
            _ when type.GetCustomAttribute<OneOfAttribute>(false) is { } oneOf => new OneOfCodec(type, oneOf.Member),
            _ => new RecordCodec(type),
        };
}
