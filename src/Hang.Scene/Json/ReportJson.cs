using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Serialization;
using System.Text.Unicode;
using Hang.Scene.Time;

namespace Hang.Scene.Json;

/// <summary>How findings, inspections and the bodies of answers are written. Documents and edits have <see cref="Codecs"/>.</summary>
public static class ReportJson
{
    public static JsonSerializerOptions Options { get; } = Make(indented: true);

    /// <summary>Adds what Hang's own types need to other options.</summary>
    public static void AddConverters(IList<JsonConverter> converters)
    {
        converters.Add(new RateConverter());
        converters.Add(new JsonStringEnumConverter(JsonNamingPolicy.CamelCase, allowIntegerValues: false));
    }

    private static JsonSerializerOptions Make(bool indented)
    {
        var options = new JsonSerializerOptions(JsonSerializerDefaults.Strict)
        {
            PropertyNamingPolicy = JsonNamingPolicy.CamelCase,
            WriteIndented = indented,
            Encoder = JavaScriptEncoder.Create(UnicodeRanges.All),
        };
        AddConverters(options.Converters);
        options.MakeReadOnly(populateMissingResolver: true);
        return options;
    }

    private sealed class RateConverter : JsonConverter<FrameRate>
    {
        public override FrameRate Read(ref Utf8JsonReader reader, System.Type typeToConvert, JsonSerializerOptions options)
        {
            try
            {
                return reader.TokenType == JsonTokenType.String
                    ? FrameRate.Parse(reader.GetString()!)
                    : throw new JsonException("A rate is text such as \"25\" or \"30000/1001\".");
            }
            catch (ProblemException e)
            {
                throw new JsonException(e.Problem.ToString());
            }
        }

        public override void Write(Utf8JsonWriter writer, FrameRate value, JsonSerializerOptions options) => writer.WriteStringValue(value.ToString());
    }
}
