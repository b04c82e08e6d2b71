using System.Data;
using System.Text.Json;
using Dapper;
using Hang.Scene;
using Hang.Scene.Json;

namespace Hang.Store.Sentences;

/// <summary>
/// How sentences stand in a database: a column of English text, such as label, and beside it label_say with form and holes, empty in rows that an older
/// version wrote. Such a text is read as somebody's own words.
/// </summary>
internal static class KeptSentence
{
    /// <summary>A sentence in a list of columns, to be read as a <see cref="Sentence"/>.</summary>
    public static string Column(string name, string? called = null) => $"{Parts(name)}::text as {called ?? name}";

    /// <summary>The parts of a sentence, as jsonb; null where the text is.</summary>
    public static string Parts(string name) =>
        $$"""coalesce({{name}}_say, case when {{name}} is not null then jsonb_build_object('form', '{0}', 'holes', jsonb_build_array({{name}})) end)""";

    // Dapper knows one way for each type; whoever reads a sentence has asked here for its column.
    static KeptSentence() => SqlMapper.AddTypeHandler(new Handler());

    private sealed class Handler : SqlMapper.TypeHandler<Sentence>
    {
        public override Sentence Parse(object value)
        {
            try
            {
                return SentenceJson.Read((string)value);
            }
            catch (JsonException)
            {
                return $"{(string)value}";
            }
        }

        public override void SetValue(IDbDataParameter parameter, Sentence? value) =>
            throw new NotSupportedException("A sentence is written as its two columns.");
    }
}
