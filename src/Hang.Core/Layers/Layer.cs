using System.Collections.Immutable;
using Hang.Core.Contents;
using Hang.Core.Effects;
using Hang.Core.Idles;
using Hang.Core.Masks;
using Hang.Scene.Json;
using Hang.Scene.Registry;

namespace Hang.Core.Layers;

/// <summary>
/// One thing in a graphic: who it is, when it shows, what it follows, where it stands (<see cref="Own"/>), what it shows (<see cref="Content"/>), and
/// what is done to that (<see cref="Effects"/>, <see cref="Blend"/>). Layers are listed from the back to the front.
/// </summary>
[CodedBy(typeof(LayerCodec))]
public sealed record Layer
{
    /// <summary>Most effects of a layer.</summary>
    public const int MostEffects = 16;

    /// <summary>Short text, unique within the graphic, that never changes.</summary>
    public required string Id { get; init; }

    /// <summary>What the layer shows, in a person's words.</summary>
    public required string Name { get; init; }

    /// <summary>
    /// Id of the layer whose position, scale and turn this one follows. Its opacity, hiding and time are not followed. Null: it follows its group.
    /// </summary>
    public string? HangsFrom { get; init; }

    /// <summary>Id of the group that this layer is in; null: in none.</summary>
    public string? Group { get; init; }

    /// <summary>True: neither shown nor rendered. What hangs from it still shows; what is in a hidden group does not.</summary>
    public bool Hidden { get; init; }

    /// <summary>True: the stage does not select it.</summary>
    public bool Locked { get; init; }

    /// <summary>True: it is there to draw after. The stage shows it dimmed; no file ever has it.</summary>
    public bool Guide { get; init; }

    /// <summary>In point: the first frame in which the layer shows. Null: from the graphic's first.</summary>
    public int? In { get; init; }

    /// <summary>Out point: the last frame in which the layer shows. Null: to the graphic's last.</summary>
    public int? Out { get; init; }

    /// <summary>Whether the layer turns with the path of its position.</summary>
    public Facing Facing { get; init; }

    /// <summary>True or false: motion blur of its own; null: as the graphic says.</summary>
    public bool? MotionBlur { get; init; }

    /// <summary>Motions that repeat on top of the values. Null: none.</summary>
    public ImmutableList<IdleMotion>? Idles { get; init; }

    /// <summary>How the layer is mixed with what lies behind it.</summary>
    public BlendMode Blend { get; init; }

    /// <summary>Another layer whose picture decides where this one shows. Null: none.</summary>
    public Matte? Matte { get; init; }

    /// <summary>What it keeps its distance to in another size of the picture. Null: what lies nearest.</summary>
    public LayerTie? Tie { get; init; }

    /// <summary>The layer's own values, see <see cref="LayerValues"/>.</summary>
    public ValueSet Own { get; init; } = LayerValues.Module.Blank;

    /// <summary>What it shows.</summary>
    public required Content Content { get; init; }

    /// <summary>What is done to what it shows, the first first.</summary>
    public ImmutableArray<Effect> Effects { get; init; } = [];

    /// <summary>Most masks of a layer.</summary>
    public const int MostMasks = 16;

    /// <summary>Shapes that decide where it shows, the first first; its effects see what is left.</summary>
    public ImmutableArray<Mask> Masks { get; init; } = [];

    /// <summary>Id of what the layer follows: what it hangs from, else its group.</summary>
    public string? Carrier => HangsFrom ?? Group;

    /// <summary>True in the frames from the in point to the out point.</summary>
    public bool ShowsAt(double time) => time >= (In ?? 0) && (Out is not { } last || time < last + 1);

    /// <summary>The layer with one more effect.</summary>
    /// <param name="at">Its place among the others; null: behind them.</param>
    public Layer WithEffect(EffectKind kind, int? at, ValueSet values) =>
        this with
        {
            Effects = Effects.Insert(Math.Clamp(at ?? Effects.Length, 0, Effects.Length), new(PartList.Effects.FreeId(this), kind, values)),
        };
}

/// <summary>How a layer turns with the path of its position.</summary>
public enum Facing
{
    /// <summary>It does not.</summary>
    Fixed,

    /// <summary>Its x axis points along the path.</summary>
    Along,

    /// <summary>As <see cref="Along"/>, and mirrored where the path runs to the left, so that it never stands on its head.</summary>
    Upright,
}

/// <summary>How colours are mixed with those behind. Source: W3C Compositing and Blending Level 1, sections 9 and 10; names as there.</summary>
public enum BlendMode
{
    Normal,
    Multiply,
    Screen,
    Overlay,
    Darken,
    Lighten,
    ColorDodge,
    ColorBurn,
    HardLight,
    SoftLight,
    Difference,
    Exclusion,
    Hue,
    Saturation,
    Color,
    Luminosity,

    /// <summary>The sum of both, as far as full light (section 9, lighter).</summary>
    PlusLighter,
}

/// <summary>What of the other layer decides.</summary>
public enum MatteBy
{
    Alpha,

    /// <summary>Its luminance, as Filter Effects' luminanceToAlpha has it.</summary>
    Luma,
}

/// <summary>Another layer's picture as a matte: the layer shows where that one is opaque, or light. The other layer is not shown itself.</summary>
/// <param name="Layer">Id of the other layer.</param>
/// <param name="Inverted">True: the layer shows where the other is not.</param>
public sealed record Matte(string Layer, MatteBy By = MatteBy.Alpha, bool Inverted = false);
