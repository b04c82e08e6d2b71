using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;
using System.Text.Unicode;
using Hang.Scene.Time;

namespace Hang.Scene.Json;

/// <summary>How findings, inspections and the bodies of answers are written. Documents and edits have <see cref="Codecs"/>.</summary>
public static class ReportJson
{
    /// <summary>With the parts of sentences beside them, as what is kept and sent has it.</summary>
    public static JsonSerializerOptions Options { get; } = Make(says: true);

    /// <summary>With sentences as English text only, as files for other programs have it.</summary>
    public static JsonSerializerOptions Plain { get; } = Make(says: false);

    /// <summary>Adds what Hang's own types need to other options.</summary>
    public static void AddConverters(IList<JsonConverter> converters)
    {
        converters.Add(new RateConverter());
        converters.Add(new EnglishConverter());
        converters.Add(new JsonStringEnumConverter(JsonNamingPolicy.CamelCase, allowIntegerValues: false));
    }

    private static JsonSerializerOptions Make(bool says)
    {
        var options = new JsonSerializerOptions(JsonSerializerDefaults.Strict)
        {
            PropertyNamingPolicy = JsonNamingPolicy.CamelCase,
            WriteIndented = true,
            Encoder = JavaScriptEncoder.Create(UnicodeRanges.All),
        };
        AddConverters(options.Converters);
        if (says)
        {
            options.TypeInfoResolver = new DefaultJsonTypeInfoResolver().WithAddedModifier(SaidBeside.Add);
        }
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
