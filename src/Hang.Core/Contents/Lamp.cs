using Hang.Scene.Registry;
using Hang.Scene.Values;

namespace Hang.Core.Contents;

/// <summary>
/// A point of light, itself invisible: its place decides where the shadows of raised layers fall, and from where bevels are lit. The first lamp of a graphic
/// counts.
/// </summary>
public sealed class Lamp : ContentKind
{
    public static readonly ValueSpec Height = new(
        "height",
        "Height",
        NumbersKind.Number,
        "px",
        new(1200),
        "How high it hangs above what everything lies on: the lower, the longer the shadows."
    )
    {
        Least = 1,
        Most = 100_000,
        Signs = ["⇧"],
    };

    public static readonly ValueSpec Softness = new(
        "softness",
        "Softness",
        NumbersKind.Number,
        "of height",
        new(0.3),
        "How soft a shadow is: the standard deviation of its blur for a layer's height."
    )
    {
        Least = 0,
        Most = 10,
        Factor = 100,
        Signs = ["σ"],
    };

    public static readonly ValueSpec Shade = new("fill", "Shadow", ColourKind.Colour, "", new(0, 0, 0, 128 / 255.0), "Colour of the shadows, straight alpha.");

    private Lamp()
        : base("lamp", "Lamp", "A point of light for the shadows of raised layers.", Height, Softness, Shade) { }

    public override bool IsInvisible => true;

    public override bool IsLight => true;

    public override Drawing Draw(ValueSet values, DrawContext at) => new SimpleDrawing(true, _ => new(-Hook.Reach, -Hook.Reach, Hook.Reach, Hook.Reach), null);
}
