using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Nodes;
using Hang.Core.Contents;
using Hang.Core.Effects;
using Hang.Core.Idles;
using Hang.Core.Masks;
using Hang.Scene;
using Hang.Scene.Json;
using Hang.Scene.Registry;
using Hang.Scene.Values;

namespace Hang.Core.Layers;

/// <summary>A layer in JSON: who it is, its own values, its content and its effects, each with the values of its kind.</summary>
internal sealed class LayerCodec : Codec
{
    private static readonly ImmutableArray<Member> Members =
    [
        new("id", Codecs.Of(typeof(string)), l => l.Id, (l, v) => l with { Id = (string)v }),
        new("name", Codecs.Of(typeof(string)), l => l.Name, (l, v) => l with { Name = (string)v }),
        new("hangsFrom", Codecs.Of(typeof(string)), l => l.HangsFrom, (l, v) => l with { HangsFrom = (string)v }),
        new("group", Codecs.Of(typeof(string)), l => l.Group, (l, v) => l with { Group = (string)v }),
        new("hidden", Codecs.Of(typeof(bool)), l => l.Hidden ? true : null, (l, v) => l with { Hidden = (bool)v }),
        new("locked", Codecs.Of(typeof(bool)), l => l.Locked ? true : null, (l, v) => l with { Locked = (bool)v }),
        new("guide", Codecs.Of(typeof(bool)), l => l.Guide ? true : null, (l, v) => l with { Guide = (bool)v }),
        new("in", Codecs.Of(typeof(int)), l => l.In, (l, v) => l with { In = (int)v }),
        new("out", Codecs.Of(typeof(int)), l => l.Out, (l, v) => l with { Out = (int)v }),
        new("facing", Codecs.Of(typeof(Facing)), l => l.Facing == Facing.Fixed ? null : l.Facing, (l, v) => l with { Facing = (Facing)v }),
        new("motionBlur", Codecs.Of(typeof(bool)), l => l.MotionBlur, (l, v) => l with { MotionBlur = (bool)v }),
        new(
            "idles",
            Codecs.Of(typeof(ImmutableList<IdleMotion>)),
            l => l.Idles,
            (l, v) => l with { Idles = ((ImmutableList<IdleMotion>)v).IsEmpty ? null : (ImmutableList<IdleMotion>)v }
        ),
        new("blend", Codecs.Of(typeof(BlendMode)), l => l.Blend == BlendMode.Normal ? null : l.Blend, (l, v) => l with { Blend = (BlendMode)v }),
        new("matte", Codecs.Of(typeof(Matte)), l => l.Matte, (l, v) => l with { Matte = (Matte)v }),
        new("tie", Codecs.Of(typeof(Layers.LayerTie)), l => l.Tie, (l, v) => l with { Tie = (Layers.LayerTie)v }),
    ];

    private static readonly Dictionary<string, Member> ByName = Members.ToDictionary(m => m.Name, StringComparer.Ordinal);

    public override object Read(JsonPlace place)
    {
        var layer = new Layer
        {
            Id = null!,
            Name = null!,
            Content = null!,
        };
        foreach (var (name, at) in place.Members())
        {
            if (ByName.TryGetValue(name, out var member))
            {
                layer = member.Set(layer, member.Codec.Read(at));
            }
            else if (name == "content")
            {
                layer = layer with { Content = ReadContent(at) };
            }
            else if (name == "effects")
            {
                layer = layer with { Effects = [.. at.Items(Layer.MostEffects).Select(i => (Effect)Codecs.Of(typeof(Effect)).Read(i))] };
            }
            else if (name == Address.Masks)
            {
                layer = layer with { Masks = [.. at.Items(Layer.MostMasks).Select(i => (Mask)Codecs.Of(typeof(Mask)).Read(i))] };
            }
            else if (LayerValues.Module.Blank.Find(name) is { } spec)
            {
                layer = layer with { Own = layer.Own.With(spec, ChannelJson.Read(spec, at)) };
            }
            else
            {
                throw at.Refused(
                    $"\"{Quoted.Short(name)}\" is not known here.",
                    $"Known are {string.Join(", ", Members.Select(m => m.Name).Concat(LayerValues.Module.Values.Select(v => v.Name)))}, content, effects, masks."
                );
            }
        }
        foreach (var (name, value) in new (string, object?)[] { ("id", layer.Id), ("name", layer.Name), ("content", layer.Content) })
        {
            if (value is null)
            {
                throw place.Refused($"\"{name}\" is missing.", $"Add it, or take the last good copy.");
            }
        }
        return layer;
    }

    public override void Write(Utf8JsonWriter writer, object value)
    {
        var layer = (Layer)value;
        writer.WriteStartObject();
        foreach (var member in Members)
        {
            if (member.Get(layer) is { } one)
            {
                writer.WritePropertyName(member.Name);
                member.Codec.Write(writer, one);
            }
        }
        ValueSetJson.Write(writer, layer.Own);
        writer.WriteStartObject("content");
        writer.WriteString("kind", layer.Content.Kind.Name);
        ValueSetJson.Write(writer, layer.Content.Values);
        writer.WriteEndObject();
        if (!layer.Effects.IsEmpty)
        {
            writer.WriteStartArray("effects");
            foreach (var effect in layer.Effects)
            {
                Codecs.Of(typeof(Effect)).Write(writer, effect);
            }
            writer.WriteEndArray();
        }
        if (!layer.Masks.IsEmpty)
        {
            writer.WriteStartArray(Address.Masks);
            foreach (var mask in layer.Masks)
            {
                Codecs.Of(typeof(Mask)).Write(writer, mask);
            }
            writer.WriteEndArray();
        }
        writer.WriteEndObject();
    }

    public override JsonObject Schema(SchemaBook book) => book.Refer("Layer", () =>
        {
            var properties = new JsonObject();
            foreach (var member in Members)
            {
                properties[member.Name] = member.Codec.Schema(book);
            }
            ValueSetJson.AddSchemas(properties, LayerValues.Module.Values);
            properties["content"] = new JsonObject
            {
                ["oneOf"] = new JsonArray([.. Modules<ContentKind>.All.Select(k => (JsonNode)ValueSetJson.Schema(k, [], book))]),
            };
            properties["effects"] = new JsonObject
            {
                ["type"] = "array",
                ["maxItems"] = Layer.MostEffects,
                ["items"] = Codecs.Of(typeof(Effect)).Schema(book),
            };
            properties[Address.Masks] = new JsonObject
            {
                ["type"] = "array",
                ["maxItems"] = Layer.MostMasks,
                ["items"] = Codecs.Of(typeof(Mask)).Schema(book),
            };
            return new()
            {
                ["type"] = "object",
                ["additionalProperties"] = false,
                ["properties"] = properties,
                ["required"] = new JsonArray("id", "name", "content"),
            };
        });

    public override string TypeScript(TypeBook book) => book.Refer("Layer", () =>
        {
            var lines = Members
                .Select(m => $"  {m.Name}{(m.Name is "id" or "name" ? "" : "?")}: {m.Codec.TypeScript(book)}")
                .Concat(LayerValues.Module.Values.Select(v => ValueSetJson.TypeScript(v, book)))
                .Append($"  content: {ContentUnion(book)}")
                .Append($"  effects?: {Codecs.Of(typeof(Effect)).TypeScript(book)}[]")
                .Append($"  masks?: {Codecs.Of(typeof(Mask)).TypeScript(book)}[]");
            return $"export interface Layer {{\n{string.Join("\n", lines)}\n}}";
        });

    private static Content ReadContent(JsonPlace place)
    {
        var kind = ValueSetJson.ReadKind<ContentKind>(place);
        return new(kind, ValueSetJson.Read(kind, place, []));
    }

    private static string ContentUnion(TypeBook book) =>
        book.Refer("Content", () =>
            $"export type Content =\n{string.Join("\n", Modules<ContentKind>.All.Select(k => $"  | {ValueSetJson.TypeScript(k, [], book)}"))}"
        );

    private sealed record Member(string Name, Codec Codec, Func<Layer, object?> Get, Func<Layer, object, Layer> Set);
}
