using System.Collections.Immutable;
using Hang.Core.Motion;

namespace Hang.Core.Layers;

/// <summary>What a channel holds: its components, unit, allowed range, and the value it has when a layer says nothing.</summary>
/// <param name="Components">Names of the components, one to four.</param>
/// <param name="Unit">Unit of each component, as shown beside a value.</param>
/// <param name="Default">Value of a channel that a layer does not mention.</param>
/// <param name="Least">Smallest allowed component.</param>
/// <param name="Most">Largest allowed component.</param>
/// <param name="Meaning">One sentence for the format's documentation.</param>
public sealed record ChannelSpec(
    ChannelName Name, ImmutableArray<string> Components, string Unit, ChannelValue Default, double Least, double Most, string Meaning)
{
    private const double Far = 100_000;

    /// <summary>All channels, in the order in which the timeline lists them.</summary>
    public static ImmutableArray<ChannelSpec> All { get; } =
    [
        new(ChannelName.Position, ["x", "y"], "px", new(0, 0), -Far, Far, "Where the layer's origin lies in the graphic, or in the layer that it hangs from. The origin is the top left corner of a plate or picture; for type, the alignment point on the first baseline."),
        new(ChannelName.Scale, ["x", "y"], "×", new(1, 1), -1000, 1000, "Factor about the pivot."),
        new(ChannelName.Turn, ["angle"], "°", new(0), -Far, Far, "Degrees clockwise about the pivot."),
        new(ChannelName.Pivot, ["x", "y"], "of box", new(0.5, 0.5), -100, 100, "The point that scale and turn leave in place, as a fraction of the layer's box."),
        new(ChannelName.Opacity, ["opacity"], "0..1", new(1), 0, 1, "0 is invisible, 1 is opaque."),
        new(ChannelName.Mask, ["left", "top", "right", "bottom"], "of box", new(0, 0, 1, 1), -100, 100, "The layer shows only inside these edges, given as fractions of its box from its top left corner."),
        new(ChannelName.Size, ["width", "height"], "px", new(200, 100), 0, Far, "Width and height of a plate or picture."),
        new(ChannelName.Corners, ["top left", "top right", "bottom right", "bottom left"], "px", new(0, 0, 0, 0), 0, Far, "Radius of each corner; radii that overlap are reduced together (CSS Backgrounds 3, section 4.5)."),
        new(ChannelName.Fill, ["red", "green", "blue", "alpha"], "sRGB", new(1, 1, 1, 1), 0, 1, "Colour, straight alpha."),
        new(ChannelName.TypeSize, ["size"], "px", new(72), 0.1, 10_000, "Size of the type: the height of its em."),
        new(ChannelName.Tracking, ["tracking"], "1/1000 em", new(0), -1000, 10_000, "Space added between letters."),
        new(ChannelName.Leading, ["leading"], "× size", new(1.2), 0, 20, "Distance from baseline to baseline as a multiple of the type size."),
        new(ChannelName.Blur, ["blur"], "px", new(0), 0, 500, "Standard deviation of a Gaussian blur, in the layer's own pixels (W3C Filter Effects, feGaussianBlur)."),
    ];

    public static ChannelSpec Of(ChannelName name) => All[(int)name];

    /// <summary>True for a colour, which documents write as #RRGGBB.</summary>
    public bool IsColour => Name == ChannelName.Fill;

    /// <exception cref="ProblemException">A component is no finite number or lies outside the range.</exception>
    public void Demand(ChannelValue value, string layer, string field)
    {
        for (var i = 0; i < Components.Length; i++)
        {
            if (!double.IsFinite(value[i]) || value[i] < Least || value[i] > Most)
            {
                throw new ProblemException(
                    $"{Name} {Components[i]} cannot be {value[i]}.", $"Use a number from {Least} to {Most} {Unit}.", layer, field);
            }
        }
    }
}
