using System.Globalization;
using System.Text;
using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Serialization;
using System.Text.RegularExpressions;
using System.Text.Unicode;
using Hang.Core.Time;

namespace Hang.Core.Documents;

/// <summary>Documents as text: JSON (RFC 8259) in UTF-8. What is written is read back equal.</summary>
public static partial class GraphicJson
{
    /// <summary>The largest document that is read, in bytes. Embedded pictures are part of it.</summary>
    public const int MostBytes = 256 * 1024 * 1024;

    /// <summary>How documents, edits and reports are written.</summary>
    public static JsonSerializerOptions Options { get; } = Make();

    public static string Write(Graphic graphic) => JsonSerializer.Serialize(graphic, Options) + "\n";

    /// <summary>Reads a whole document and demands every rule of it.</summary>
    /// <exception cref="ProblemException">The text is no document; the field is the JSON pointer (RFC 6901) of the place.</exception>
    public static Graphic Read(string text)
    {
        try
        {
            return GraphicRules.Demand(JsonSerializer.Deserialize<Graphic>(text, Options) ?? throw new JsonException("The document is null."));
        }
        catch (JsonException e)
        {
            DemandVersion(text);
            throw Plain(e);
        }
        catch (NotSupportedException e)
        {
            // A layer without a kind, or of one that there is not: the serializer has an exception of another type for it.
            var path = AfterPath().Match(e.Message);
            throw new ProblemException("A layer has no kind, or one that this Hang does not know.", "Give it the kind plate, type, picture or hook.", field: path.Success ? Pointer(path.Groups[1].Value) : "/layers");
        }
    }

    /// <summary>As <see cref="Read(string)"/>, from UTF-8 bytes with or without a byte order mark.</summary>
    public static Graphic Read(ReadOnlySpan<byte> utf8)
    {
        if (utf8.Length > MostBytes)
        {
            throw new ProblemException($"The document is larger than {MostBytes / (1024 * 1024)} MB.", "Keep its pictures beside it instead of inside it.");
        }
        try
        {
            return Read(new UTF8Encoding(false, true).GetString(utf8).TrimStart('\uFEFF'));
        }
        catch (DecoderFallbackException)
        {
            throw new ProblemException("The file is not UTF-8 text, so it is no Hang document.", "Choose a .hang file.");
        }
    }

    /// <summary>A document of another version breaks in many ways; its version is the one to name.</summary>
    private static void DemandVersion(string text)
    {
        try
        {
            using var json = JsonDocument.Parse(text);
            if (json.RootElement.ValueKind == JsonValueKind.Object && json.RootElement.TryGetProperty("hang", out var version)
                && version.ValueKind == JsonValueKind.Number && version.TryGetInt32(out var number))
            {
                GraphicRules.DemandVersion(number);
            }
        }
        catch (JsonException)
        {
            // No JSON at all; the first error says so better.
        }
    }

    /// <summary>A JSON error as a problem that names the place by its pointer.</summary>
    public static ProblemException Plain(JsonException e)
    {
        var pointer = Pointer(e.Path ?? "$") + (e.Data[ChannelSetConverter.Inside] as string ?? "");
        var message = e.Message;
        var tail = message.IndexOf(" Path: ", StringComparison.Ordinal);
        message = (tail > 0 ? message[..tail] : message).Replace("Hang.Core.Documents.", "", StringComparison.Ordinal).Replace("Hang.Core.", "", StringComparison.Ordinal);
        if (e.InnerException is ProblemException inner)
        {
            message = inner.Problem.ToString();
        }
        var line = e.LineNumber is { } n ? string.Create(CultureInfo.InvariantCulture, $" (line {n + 1})") : "";
        return new ProblemException($"The document is broken here{line}: {message}", "Mend that place, or take the last good copy.", field: pointer.Length == 0 ? "/" : pointer);
    }

    /// <summary>"$.layers[0].name" as "/layers/0/name".</summary>
    private static string Pointer(string path) => PathPart().Replace(path[1..], m =>
        "/" + (m.Groups["index"].Success ? m.Groups["index"].Value : m.Groups["quoted"].Success ? m.Groups["quoted"].Value : m.Groups["name"].Value).Replace("~", "~0", StringComparison.Ordinal).Replace("/", "~1", StringComparison.Ordinal));

    private static JsonSerializerOptions Make()
    {
        var options = new JsonSerializerOptions(JsonSerializerDefaults.Strict)
        {
            PropertyNamingPolicy = JsonNamingPolicy.CamelCase,
            WriteIndented = true,
            AllowOutOfOrderMetadataProperties = true,
            Encoder = JavaScriptEncoder.Create(UnicodeRanges.All),
            Converters =
            {
                new ChannelSetConverter(),
                new RateConverter(),
                new JsonStringEnumConverter(JsonNamingPolicy.CamelCase, allowIntegerValues: false),
            },
        };
        options.MakeReadOnly(populateMissingResolver: true);
        return options;
    }

    [GeneratedRegex(@"\.(?<name>[^.\[]+)|\[(?<index>\d+)\]|\['(?<quoted>[^']*)'\]")]
    private static partial Regex PathPart();

    [GeneratedRegex(@" Path: (\S+)")]
    private static partial Regex AfterPath();

    private sealed class RateConverter : JsonConverter<FrameRate>
    {
        public override FrameRate Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options)
        {
            if (reader.TokenType != JsonTokenType.String)
            {
                throw new JsonException("A rate is text such as \"25\" or \"30000/1001\".");
            }
            try
            {
                return FrameRate.Parse(reader.GetString()!);
            }
            catch (ProblemException e)
            {
                throw new JsonException(e.Problem.ToString());
            }
        }

        public override void Write(Utf8JsonWriter writer, FrameRate value, JsonSerializerOptions options) => writer.WriteStringValue(value.ToString());
    }
}
