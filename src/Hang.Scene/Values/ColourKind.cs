using System.Collections.Immutable;
using System.Text.Json.Nodes;
using Hang.Scene.Colour;
using Hang.Scene.Json;

namespace Hang.Scene.Values;

/// <summary>
/// An sRGB colour with straight alpha, written #RRGGBB or #RRGGBBAA, mixed per straight component. It may stand for a role of the package
/// (<see cref="RoleShade"/>); on the way between two colours it stands for none.
/// </summary>
public sealed class ColourKind : ValueKind
{
    public static ColourKind Colour { get; } = new();

    public override string Name => "colour";

    public override ImmutableArray<string> Components { get; } = ["red", "green", "blue", "alpha"];

    public override Value Read(JsonPlace place) =>
        place.Json.ValueKind == System.Text.Json.JsonValueKind.String && ColourText.TryParse(place.Text(), out var c)
            ? c
            : throw place.Refused(
                $"A colour is text such as \"#4A2C12\".",
                $"Write it as #RRGGBB or #RRGGBBAA, after a role such as @accent where it has one."
            );

    public override string Write(in Value value) => $"\"{ColourText.Write(value)}\"";

    public override (Sentence Message, Sentence Remedy)? Fault(in Value value, ValueSpec spec)
    {
        for (var i = 0; i < 4; i++)
        {
            if (!(value[i] >= 0 && value[i] <= 1))
            {
                return ($"{spec.Term} has a component outside 0 to 1.", $"Write it as #RRGGBB, such as #4A2C12.");
            }
        }
        return null;
    }

    public override JsonObject Schema(ValueSpec spec) => Pattern();

    public override string TypeScript => "string";

    internal static JsonObject Pattern() => new() { ["type"] = "string", ["pattern"] = ColourText.Pattern };
}
