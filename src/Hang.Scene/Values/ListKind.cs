using System.Collections.Immutable;
using System.Globalization;
using System.Text.Json;
using System.Text.Json.Nodes;
using Hang.Scene.Json;

namespace Hang.Scene.Values;

/// <summary>
/// A list of items of the same parts, each part one or more numbers. Lists of the same length mix number by number; others change in
/// one step half-way, as CSS does with what cannot be interpolated (CSS Values 4, section 3).
/// </summary>
public abstract class ListKind : ValueKind
{
    /// <summary>A part of an item.</summary>
    /// <param name="Count">Numbers.</param>
    /// <param name="Optional">True when an item that does not mention it has zeros.</param>
    protected sealed record ItemPart(string Name, int Count, double Least, double Most, bool Optional = false);

    protected abstract ImmutableArray<ItemPart> Parts { get; }

    protected abstract int LeastItems { get; }

    /// <summary>Longest list.</summary>
    public const int MostItems = 4000;

    /// <summary>Numbers of one item.</summary>
    public int Stride => Parts.Sum(p => p.Count);

    public override Value Mix(in Value a, in Value b, double t)
    {
        var (from, to) = (a.Numbers, b.Numbers);
        if (from.Count != to.Count)
        {
            return t < 0.5 ? a : b;
        }
        var mixed = new double[from.Count];
        for (var i = 0; i < mixed.Length; i++)
        {
            mixed[i] = Value.Mix(from[i], to[i], t);
        }
        return Value.Of(new NumberList(mixed));
    }

    public override Value Read(JsonPlace place)
    {
        var numbers = new List<double>();
        foreach (var item in place.Items(MostItems))
        {
            var given = new double?[Stride];
            foreach (var (name, at) in item.Members())
            {
                var (part, offset) = Find(name)
                    ?? throw at.Refused($"\"{Quoted.Short(name)}\" is no part of an item.", $"Its parts are {string.Join(", ", Parts.Select(p => p.Name))}.");
                ReadPart(part, at, given.AsSpan(offset, part.Count));
            }
            var start = 0;
            foreach (var part in Parts)
            {
                if (!part.Optional && given[start] is null)
                {
                    throw item.Refused($"\"{part.Name}\" is missing.", $"Add it.");
                }
                numbers.AddRange(given.Skip(start).Take(part.Count).Select(n => n ?? 0));
                start += part.Count;
            }
        }
        return Value.Of(new NumberList([.. numbers]));
    }

    public override string Write(in Value value)
    {
        var numbers = value.Numbers;
        var items = new string[numbers.Count / Stride];
        for (var i = 0; i < items.Length; i++)
        {
            var at = i * Stride;
            var parts = new List<string>();
            foreach (var part in Parts)
            {
                var own = numbers.Span.Slice(at, part.Count).ToArray();
                at += part.Count;
                if (!part.Optional || own.Any(n => n != 0))
                {
                    parts.Add($"\"{part.Name}\": {WritePart(own)}");
                }
            }
            items[i] = $"{{ {string.Join(", ", parts)} }}";
        }
        return $"[{string.Join(", ", items)}]";
    }

    public override (Sentence Message, Sentence Remedy)? Fault(in Value value, ValueSpec spec)
    {
        var numbers = value.Numbers;
        if (numbers.Count % Stride != 0 || numbers.Count / Stride < LeastItems || numbers.Count / Stride > MostItems)
        {
            return ($"{spec.Term} has {numbers.Count / Stride} items.", $"Use {LeastItems} to {MostItems}.");
        }
        for (var i = 0; i < numbers.Count; i++)
        {
            var (part, _) = At(i % Stride);
            if (!(numbers[i] >= part.Least && numbers[i] <= part.Most))
            {
                return ($"{spec.Term} has a {part.Name} of {numbers[i]} in item {i / Stride}.", $"Use {part.Least} to {part.Most}.");
            }
        }
        return null;
    }

    public override JsonObject Schema(ValueSpec spec)
    {
        var properties = new JsonObject();
        foreach (var part in Parts)
        {
            JsonObject One() =>
                new()
                {
                    ["type"] = "number",
                    ["minimum"] = part.Least,
                    ["maximum"] = part.Most,
                };
            properties[part.Name] =
                part.Count == 1
                    ? One()
                    : new JsonObject
                    {
                        ["type"] = "array",
                        ["items"] = One(),
                        ["minItems"] = part.Count,
                        ["maxItems"] = part.Count,
                    };
        }
        return new()
        {
            ["type"] = "array",
            ["minItems"] = LeastItems,
            ["maxItems"] = MostItems,
            ["items"] = new JsonObject
            {
                ["type"] = "object",
                ["additionalProperties"] = false,
                ["required"] = new JsonArray([.. Parts.Where(p => !p.Optional).Select(p => (JsonNode)p.Name)]),
                ["properties"] = properties,
            },
        };
    }

    public override string TypeScript =>
        $"{{ {string.Join("; ", Parts.Select(p => $"{p.Name}{(p.Optional ? "?" : "")}: {(p.Count == 1 ? "number" : $"[{string.Join(", ", Enumerable.Repeat("number", p.Count))}]")}"))} }}[]";

    /// <summary>An item's part by "1/at".</summary>
    public override ValuePart? Part(Value whole, ReadOnlySpan<string> words)
    {
        if (
            words.Length != 2
            || !int.TryParse(words[0], NumberStyles.None, CultureInfo.InvariantCulture, out var item)
            || item >= whole.Numbers.Count / Stride
            || Find(words[1]) is not var (part, offset)
        )
        {
            return null;
        }
        var at = item * Stride + offset;
        var own = default(Value);
        for (var i = 0; i < part.Count; i++)
        {
            own = own.With(i, whole.Numbers[at + i]);
        }
        ValueKind kind = part.Count == 1 ? NumbersKind.Number : NumbersKind.Point;
        return new(kind, own, put =>
        {
            var numbers = whole.Numbers.Span.ToArray();
            for (var i = 0; i < part.Count; i++)
            {
                numbers[at + i] = put[i];
            }
            return Value.Of(new NumberList(numbers));
        });
    }

    private (ItemPart Part, int Offset)? Find(string name)
    {
        var offset = 0;
        foreach (var part in Parts)
        {
            if (part.Name == name)
            {
                return (part, offset);
            }
            offset += part.Count;
        }
        return null;
    }

    private (ItemPart Part, int Offset) At(int number)
    {
        var offset = 0;
        foreach (var part in Parts)
        {
            if (number < offset + part.Count)
            {
                return (part, offset);
            }
            offset += part.Count;
        }
        throw new ArgumentOutOfRangeException(nameof(number));
    }

    private static void ReadPart(ItemPart part, JsonPlace at, Span<double?> numbers)
    {
        if (part.Count == 1)
        {
            numbers[0] = at.Number();
        }
        else
        {
            var all = at.Items().Select(p => p.Number()).ToArray();
            if (all.Length != part.Count)
            {
                throw at.Wrong($"A list of {part.Count} numbers in brackets");
            }
            for (var i = 0; i < all.Length; i++)
            {
                numbers[i] = all[i];
            }
        }
    }

    private static string WritePart(double[] own) =>
        own.Length == 1 ? JsonSerializer.Serialize(own[0]) : $"[{string.Join(", ", own.Select(n => JsonSerializer.Serialize(n)))}]";
}

/// <summary>
/// The points of a path: each with the tangents to the handles before and after it, as vectors in pixels. A point whose "begins" is 1 begins another contour.
/// </summary>
public sealed class PointsKind : ListKind
{
    private const double Far = 100_000;

    public static PointsKind Points { get; } = new();

    public override string Name => "points";

    protected override int LeastItems => 2;

    protected override ImmutableArray<ItemPart> Parts { get; } =
    [new("at", 2, -Far, Far), new("in", 2, -Far, Far, Optional: true), new("out", 2, -Far, Far, Optional: true), new("begins", 1, 0, 1, Optional: true)];

    /// <summary>Paths whose contours have as many points mix point by point; others change half-way.</summary>
    public override Value Mix(in Value a, in Value b, double t) =>
        PointLayout.Of(a.Numbers) == PointLayout.Of(b.Numbers) ? base.Mix(in a, in b, t)
        : t < 0.5 ? a
        : b;
}
