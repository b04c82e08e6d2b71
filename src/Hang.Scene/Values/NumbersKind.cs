using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Nodes;
using Hang.Scene.Json;

namespace Hang.Scene.Values;

/// <summary>One to four numbers: a number alone, or an array in a fixed order.</summary>
public sealed class NumbersKind : ValueKind
{
    private NumbersKind(string name, params string[] components) => (Name, Components) = (name, [.. components]);

    public static NumbersKind Number { get; } = new("number", "value");

    /// <summary>Two numbers, across and down.</summary>
    public static NumbersKind Point { get; } = new("point", "x", "y");

    /// <summary>Width and height.</summary>
    public static NumbersKind Size { get; } = new("size", "width", "height");

    /// <summary>The edges of a box.</summary>
    public static NumbersKind Box { get; } = new("box", "left", "top", "right", "bottom");

    /// <summary>One number for each corner of a box.</summary>
    public static NumbersKind Corners { get; } = new("corners", "top left", "top right", "bottom right", "bottom left");

    public override string Name { get; }

    public override ImmutableArray<string> Components { get; }

    public override Value Read(JsonPlace place)
    {
        if (Components.Length == 1)
        {
            return new(place.Number());
        }
        if (place.Json.ValueKind != JsonValueKind.Array || place.Json.GetArrayLength() != Components.Length)
        {
            throw place.Wrong($"A list of {Components.Length} numbers in brackets ({string.Join(", ", Components)})");
        }
        var value = default(Value);
        var i = 0;
        foreach (var item in place.Items())
        {
            value = value.With(i++, item.Number());
        }
        return value;
    }

    public override string Write(in Value value)
    {
        if (Components.Length == 1)
        {
            return JsonSerializer.Serialize(value.X);
        }
        var numbers = new string[Components.Length];
        for (var i = 0; i < numbers.Length; i++)
        {
            numbers[i] = JsonSerializer.Serialize(value[i]);
        }
        return $"[{string.Join(", ", numbers)}]";
    }

    public override (Sentence Message, Sentence Remedy)? Fault(in Value value, ValueSpec spec)
    {
        for (var i = 0; i < Components.Length; i++)
        {
            if (!(value[i] >= spec.Least && value[i] <= spec.Most))
            {
                return (
                    Components.Length > 1 ? (Sentence)$"{spec.Term} ({Components[i]}) cannot be {value[i]}." : $"{spec.Term} cannot be {value[i]}.",
                    spec.Unit.Length > 0
                        ? (Sentence)$"Use a number from {spec.Least} to {spec.Most} {new Term(spec.Unit)}."
                        : $"Use a number from {spec.Least} to {spec.Most}."
                );
            }
        }
        return null;
    }

    public override JsonObject Schema(ValueSpec spec)
    {
        JsonObject One() =>
            new()
            {
                ["type"] = "number",
                ["minimum"] = spec.Least,
                ["maximum"] = spec.Most,
            };
        return Components.Length == 1
            ? One()
            : new()
            {
                ["type"] = "array",
                ["prefixItems"] = new JsonArray([.. Components.Select(_ => (JsonNode)One())]),
                ["minItems"] = Components.Length,
                ["maxItems"] = Components.Length,
            };
    }

    public override string TypeScript => Components.Length == 1 ? "number" : $"[{string.Join(", ", Components.Select(_ => "number"))}]";
}
