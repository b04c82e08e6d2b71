using System.Collections.Immutable;
using System.Globalization;
using System.Text.Json;
using System.Text.Json.Nodes;
using Hang.Scene.Colour;
using Hang.Scene.Json;

namespace Hang.Scene.Values;

/// <summary>
/// What an area is filled with: a colour as <see cref="ColourKind"/> writes it, or a gradient,
/// <c>{"gradient": "linear", "from": [0, 0.5], "to": [1, 0.5], "stops": [{"at": 0, "colour": "#FFBF33"}, …]}</c>. Gradients of one type change number by
/// number; those of two types fade into each other (CSS Images 4, section 5.3). A colour is a gradient of that colour alone.
/// </summary>
public sealed class PaintKind : ValueKind
{
    private const double Far = 100;
    private static readonly ImmutableArray<string> Types = ["linear", "radial", "sweep"];

    public static PaintKind Paint { get; } = new();

    public override string Name => "paint";

    public override ImmutableArray<string> Components { get; } = ["red", "green", "blue", "alpha"];

    public override bool HoldsObjects => true;

    public static Value Of(Gradient gradient)
    {
        var first = gradient.Stops[0].Colour;
        return new(first.R, first.G, first.B, first.A) { Held = gradient };
    }

    public override Value Mix(in Value a, in Value b, double t)
    {
        var (from, to) = (a.Held as Gradient, b.Held as Gradient);
        if (from is null && to is null)
        {
            return Value.Mix(in a, in b, t);
        }
        (from, to) = (from ?? Plain(a, to!), to ?? Plain(b, from!));
        return from.Type == to.Type ? Of(Gradient.Between(from, to, t)) : Of(t < 0.5 ? from : to) with { Held = new Crossing(from, to, Math.Clamp(t, 0, 1)) };
    }

    /// <summary>A gradient that is one colour all over, along the way of another.</summary>
    public static Gradient Plain(in Value colour, Gradient like)
    {
        var c = ColourText.Rgba(colour);
        return like with { Stops = [.. like.Stops.Select(s => new GradientStop(s.At, c))] };
    }

    public override Value Read(JsonPlace place) => place.Json.ValueKind == JsonValueKind.Object ? Of(ReadGradient(place)) : ColourKind.Colour.Read(place);

    public override string Write(in Value value)
    {
        // What is half-way between two types can be seen and not be written: it is written as the nearer one.
        var gradient = value.Held as Gradient ?? (value.Held as Crossing)?.Nearer;
        if (gradient is null)
        {
            return ColourKind.Colour.Write(value);
        }
        var g = gradient;
        static string N(double n) => JsonSerializer.Serialize(n);
        var squeeze = g.Squeeze == 1 ? "" : $" \"squeeze\": {N(g.Squeeze)},";
        var stops = string.Join(", ", g.Stops.Select(s => $"{{ \"at\": {N(s.At)}, \"colour\": {ColourKind.Colour.Write(ColourText.Of(s.Colour, s.Role))} }}"));
        var way = $"\"from\": [{N(g.FromX)}, {N(g.FromY)}], \"to\": [{N(g.ToX)}, {N(g.ToY)}],{squeeze}";
        return $"{{ \"gradient\": \"{Types[(int)g.Type]}\", {way} \"stops\": [{stops}] }}";
    }

    public override (Sentence Message, Sentence Remedy)? Fault(in Value value, ValueSpec spec)
    {
        if (value.Held is not Gradient g)
        {
            return ColourKind.Colour.Fault(value, spec);
        }
        if (g.Stops.Length is 0 or > Gradient.MostStops)
        {
            return ($"{spec.Term} has a gradient of {g.Stops.Length} stops.", $"Use 1 to {Gradient.MostStops}.");
        }
        if (
            !new[] { g.FromX, g.FromY, g.ToX, g.ToY }.All(n => Math.Abs(n) <= Far)
            || !(g.Squeeze is >= 0.001 and <= Far)
            || !g.Stops.All(s => s.At is >= 0 and <= 1)
        )
        {
            return ($"{spec.Term} has a gradient out of range.", $"Places are -100 to 100 times the box, stops 0 to 1, the squeeze 0.001 to 100.");
        }
        return g.Stops.Select(s => ColourKind.Colour.Fault(ColourText.Of(s.Colour), spec)).FirstOrDefault(f => f is not null);
    }

    public override JsonObject Schema(ValueSpec spec)
    {
        static JsonObject Number(double least, double most) =>
            new()
            {
                ["type"] = "number",
                ["minimum"] = least,
                ["maximum"] = most,
            };
        static JsonObject Place() =>
            new()
            {
                ["type"] = "array",
                ["items"] = Number(-Far, Far),
                ["minItems"] = 2,
                ["maxItems"] = 2,
            };
        return new()
        {
            ["anyOf"] = new JsonArray(
                ColourKind.Pattern(),
                new JsonObject
                {
                    ["type"] = "object",
                    ["additionalProperties"] = false,
                    ["required"] = new JsonArray("gradient", "from", "to", "stops"),
                    ["properties"] = new JsonObject
                    {
                        ["gradient"] = new JsonObject { ["enum"] = new JsonArray([.. Types.Select(t => (JsonNode)t)]) },
                        ["from"] = Place(),
                        ["to"] = Place(),
                        ["squeeze"] = Number(0.001, Far),
                        ["stops"] = new JsonObject
                        {
                            ["type"] = "array",
                            ["minItems"] = 1,
                            ["maxItems"] = Gradient.MostStops,
                            ["items"] = new JsonObject
                            {
                                ["type"] = "object",
                                ["additionalProperties"] = false,
                                ["required"] = new JsonArray("at", "colour"),
                                ["properties"] = new JsonObject { ["at"] = Number(0, 1), ["colour"] = ColourKind.Pattern() },
                            },
                        },
                    },
                }
            ),
        };
    }

    public override string TypeScript =>
        $"string | {{ gradient: {string.Join(" | ", Types.Select(t => $"'{t}'"))}; from: [number, number]; to: [number, number]; squeeze?: number; stops: {{ at: number; colour: string }}[] }}";

    /// <summary>A part of a gradient: "from", "to/x", "squeeze", "stops/1/colour", "stops/1/at"; of a colour one of its components.</summary>
    public override ValuePart? Part(Value whole, ReadOnlySpan<string> words)
    {
        if (whole.Held is not Gradient g)
        {
            return base.Part(whole, words);
        }
        if (words is ["squeeze"])
        {
            return new(NumbersKind.Number, new(g.Squeeze), v => Of(g with { Squeeze = v.X }));
        }
        if (words is ["from" or "to", ..])
        {
            var isFrom = words[0] == "from";
            var point = isFrom ? new Value(g.FromX, g.FromY) : new(g.ToX, g.ToY);
            Value Put(Value v) => Of(isFrom ? g with { FromX = v.X, FromY = v.Y } : g with { ToX = v.X, ToY = v.Y });
            return words.Length == 1 ? new(NumbersKind.Point, point, Put)
                : NumbersKind.Point.Part(point, words[1..]) is { } part ? new(part.Kind, part.Value, v => Put(part.Put(v)))
                : null;
        }
        if (
            words is not ["stops", var number, "at" or "colour"]
            || !int.TryParse(number, NumberStyles.None, CultureInfo.InvariantCulture, out var index)
            || index >= g.Stops.Length
        )
        {
            return null;
        }
        var stop = g.Stops[index];
        Value With(GradientStop next) => Of(g with { Stops = g.Stops.SetItem(index, next) });
        return words[2] == "at"
            ? new(NumbersKind.Number, new(stop.At), v => With(stop with { At = v.X }))
            : new(ColourKind.Colour, ColourText.Of(stop.Colour, stop.Role), v => With(stop with { Colour = ColourText.Rgba(v), Role = v.Held as RoleShade }));
    }

    private static Gradient ReadGradient(JsonPlace place)
    {
        int? type = null;
        (Value? from, Value? to, ImmutableArray<GradientStop> stops) = (null, null, []);
        var squeeze = 1.0;
        foreach (var (name, at) in place.Members())
        {
            switch (name)
            {
                case "gradient":
                    type = Types.IndexOf(at.Text()) is >= 0 and var found
                        ? found
                        : throw at.Refused($"There is no gradient \"{Quoted.Short(at.Text())}\".", $"Use {string.Join(", ", Types)}.");
                    break;
                case "from":
                    from = NumbersKind.Point.Read(at);
                    break;
                case "to":
                    to = NumbersKind.Point.Read(at);
                    break;
                case "squeeze":
                    squeeze = at.Number();
                    break;
                case "stops":
                    stops = [.. at.Items(Gradient.MostStops).Select(ReadStop)];
                    break;
                default:
                    throw at.Refused($"\"{Quoted.Short(name)}\" is no part of a gradient.", $"Its parts are gradient, from, to, squeeze and stops.");
            }
        }
        return type is { } t && from is { } f && to is { } e && !stops.IsEmpty
            ? new((GradientType)t, f.X, f.Y, e.X, e.Y, squeeze, stops)
            : throw place.Refused($"A gradient needs \"gradient\", \"from\", \"to\" and one stop or more.", $"Add them, or give a colour.");
    }

    private static GradientStop ReadStop(JsonPlace place)
    {
        (double? at, Value? colour) = (null, null);
        foreach (var (name, member) in place.Members())
        {
            switch (name)
            {
                case "at":
                    at = member.Number();
                    break;
                case "colour":
                    colour = ColourKind.Colour.Read(member);
                    break;
                default:
                    throw member.Refused($"\"{Quoted.Short(name)}\" is no part of a stop.", $"Its parts are at and colour.");
            }
        }
        return at is { } a && colour is { } c
            ? new(a, ColourText.Rgba(c), c.Held as RoleShade)
            : throw place.Refused($"A stop needs \"at\" and \"colour\".", $"Add them.");
    }
}

/// <summary>The fade from a gradient to one of another type.</summary>
/// <param name="Share">How much of the second is seen, 0..1.</param>
public sealed record Crossing(Gradient From, Gradient To, double Share)
{
    public Gradient Nearer => Share < 0.5 ? From : To;
}
