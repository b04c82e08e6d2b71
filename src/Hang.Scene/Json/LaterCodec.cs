using System.Text.Json;
using System.Text.Json.Nodes;

namespace Hang.Scene.Json;

/// <summary>The codec of a type that holds others of itself, found when it is first used.</summary>
internal sealed class LaterCodec(System.Type type) : Codec
{
    private Codec Codec => Codecs.Of(type);

    public override object Read(JsonPlace place) => Codec.Read(place);

    public override void Write(Utf8JsonWriter writer, object value) => Codec.Write(writer, value);

    public override JsonObject Schema(SchemaBook book) => Codec.Schema(book);

    public override string TypeScript(TypeBook book) => Codec.TypeScript(book);
}
