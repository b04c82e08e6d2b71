using Hang.Scene.Colour;
using Hang.Scene.PaintList;
using Hang.Scene.Registry;
using Hang.Scene.Values;

namespace Hang.Core.Effects;

/// <summary>Every colour becomes that of a gradient at its luminance: black its beginning, white its end.</summary>
public sealed class GradientMap : EffectKind
{
    private const int MostStops = 8;

    private static readonly Gradient Usual = new(
        GradientType.Linear,
        0,
        0.5,
        1,
        0.5,
        1,
        [new(0, new(43 / 255.0, 29 / 255.0, 14 / 255.0)), new(1, new(1, 217 / 255.0, 120 / 255.0))]
    );

    public static readonly ValueSpec Ramp = new(
        "fill",
        "Colours",
        PaintKind.Paint,
        "",
        PaintKind.Of(Usual),
        $"The gradient from dark to light, of up to {MostStops} stops; where it lets something through the picture keeps its own colour."
    );

    private GradientMap()
        : base("gradientMap", "Gradient map", "Colours by lightness.", Ramp) { }

    public override void Write(StepWriter writer, ValueSet values, EffectPlace place)
    {
        var ramp = values[Ramp];
        var (count, at) = (Ops.Map.Count, Ops.Map.Stops);
        Add(writer, values, Ops.Map, [Ramp], (time, v) =>
        {
            var value = ramp.At(time);
            var gradient = value.Held as Gradient ?? (value.Held as Crossing)?.Nearer ?? PaintKind.Plain(value, Usual);
            var stops = gradient.InOrder();
            v[count] = Math.Min(stops.Length, MostStops);
            for (var i = 0; i < MostStops; i++)
            {
                // A gradient of more stops keeps its shape as well as eight can.
                var stop =
                    stops.Length <= MostStops
                        ? stops[Math.Min(i, stops.Length - 1)]
                        : new GradientStop((double)i / (MostStops - 1), gradient.At((double)i / (MostStops - 1)));
                v[at + 5 * i] = (float)stop.At;
                Colours.Put(ColourText.Of(stop.Colour), v[(at + 5 * i + 1)..]);
            }
        });
    }
}
