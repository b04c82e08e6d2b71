using System.Collections.Immutable;
using Hang.Scene.Colour;
using Hang.Scene.Motion;
using Hang.Scene.Values;

namespace Hang.Core.Layers;

/// <summary>A colour and the role that it stands for, if any.</summary>
public readonly record struct Shaded(Rgba Colour, RoleShade? Role);

/// <summary>Every colour of a layer: of fills, lines, effects, at keyframes and stops.</summary>
public static class LayerColours
{
    /// <summary>All that the layer mentions, and the fill that it shows without mentioning it.</summary>
    public static IEnumerable<Shaded> Of(Layer layer) => Places(layer).SelectMany(p => Values(p.Channel)).SelectMany(v => Of(v));

    /// <summary>The layer with each colour replaced; the very same when none changes.</summary>
    public static Layer Map(Layer layer, Func<Shaded, Shaded> change)
    {
        foreach (var place in Places(layer).ToArray())
        {
            // Most layers have no colour that changes: those are not to be made anew.
            if (Values(place.Channel).Any(v => Of(v).Any(c => change(c) != c)))
            {
                layer = layer.At(place.Address).Put(place.Channel.MapValues(v => Map(v, change)));
            }
        }
        return layer;
    }

    private static IEnumerable<ValuePlace> Places(Layer layer)
    {
        static bool IsColour(ValueSpec spec) => spec.Kind is ColourKind or PaintKind;
        var mentioned = layer.Mentioned().Where(p => IsColour(p.Spec)).ToArray();
        var silent = layer.Content.Values.Specs.Where(s => s.Kind is PaintKind && s.Part.Length == 0 && mentioned.All(m => m.Spec != s));
        return mentioned.Concat(silent.Select(s => layer.At(new(s.Name))));
    }

    private static IEnumerable<Value> Values(Channel channel) => channel.IsKeyed ? channel.Keys.Select(k => k.Value) : [channel.Constant];

    private static ImmutableArray<Shaded> Of(Value value) =>
        value.Held is Gradient g
            ? [.. g.Stops.Select(s => new Shaded(s.Colour, s.Role))]
            : [new(new(value.X, value.Y, value.Z, value.W), value.Held as RoleShade)];

    private static Value Map(Value value, Func<Shaded, Shaded> change)
    {
        if (value.Held is Gradient g)
        {
            return PaintKind.Of(
                g with
                {
                    Stops = [.. g.Stops.Select(s => change(new(s.Colour, s.Role)) is var to ? s with { Colour = to.Colour, Role = to.Role } : s)],
                }
            );
        }
        var next = change(Of(value)[0]);
        return new(next.Colour.R, next.Colour.G, next.Colour.B, next.Colour.A) { Held = next.Role };
    }
}
