using System.Collections.Immutable;
using System.Text.Json.Nodes;
using Hang.Core.Colour;
using Hang.Core.Json;

namespace Hang.Core.Values;

/// <summary>An sRGB colour with straight alpha, written #RRGGBB or #RRGGBBAA; mixed per straight component.</summary>
public sealed class ColourKind : ValueKind
{
    public static ColourKind Colour { get; } = new();

    public override string Name => "colour";

    public override ImmutableArray<string> Components { get; } = ["red", "green", "blue", "alpha"];

    public override Value Read(JsonPlace place) => place.Json.ValueKind == System.Text.Json.JsonValueKind.String && Rgba.TryParse(place.Text(), out var c)
        ? new(c.R, c.G, c.B, c.A)
        : throw place.Refused("A colour is text such as \"#4A2C12\".", "Write it as #RRGGBB or #RRGGBBAA.");

    public override string Write(in Value value) => $"\"{new Rgba(value.X, value.Y, value.Z, value.W)}\"";

    public override (string Message, string Remedy)? Fault(in Value value, ValueSpec spec)
    {
        for (var i = 0; i < 4; i++)
        {
            if (!(value[i] >= 0 && value[i] <= 1))
            {
                return ($"{spec.Label} has a component outside 0 to 1.", "Write it as #RRGGBB, such as #4A2C12.");
            }
        }
        return null;
    }

    public override JsonObject Schema(ValueSpec spec) => Pattern();

    public override string TypeScript => "string";

    internal static JsonObject Pattern() => new() { ["type"] = "string", ["pattern"] = "^#([0-9A-Fa-f]{3}|[0-9A-Fa-f]{6}|[0-9A-Fa-f]{8})$" };
}
