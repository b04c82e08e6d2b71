using System.Collections.Immutable;
using System.Text.Json.Serialization;
using Hang.Core.Contents;
using Hang.Core.Layers;
using Hang.Scene;
using Hang.Scene.Json;
using Hang.Scene.Phases;
using Hang.Scene.Sources;
using Hang.Scene.Time;

namespace Hang.Core.Documents;

/// <summary>What a graphic is for.</summary>
public enum GraphicKind
{
    LowerThird,
    Title,
    LogoSting,
    Button,
    Callout,
    Stinger,
    Bug,
    Credits,
    Countdown,
}

/// <summary>Motion blur: the picture is the mean over the time in which a shutter is open, from the frame's own moment on.</summary>
/// <param name="On">True: every layer that does not say otherwise is blurred by its motion; false: only layers that ask for it.</param>
/// <param name="Angle">Shutter angle in degrees, 0..720; 360 is open for a whole frame.</param>
public sealed record MotionBlur(bool On, [property: Within(0, 720)] double Angle)
{
    /// <summary>The trade's usual shutter, half a frame (common practice, no source); closed for no layer that does not ask.</summary>
    public static MotionBlur Usual { get; } = new(false, 180);
}

/// <summary>Lines that things are arranged by.</summary>
/// <param name="Upright">Where upright ones stand: pixels from the left edge.</param>
/// <param name="Level">Where level ones lie: pixels from the top edge.</param>
public sealed record GuideLines(
    [property: Most(GuideLines.MostLines)] ImmutableArray<double> Upright,
    [property: Most(GuideLines.MostLines)] ImmutableArray<double> Level
)
{
    public const int MostLines = 100;

    /// <exception cref="ProblemException">One lies too far out, or there are too many.</exception>
    public void Demand()
    {
        if (Upright.Length > MostLines || Level.Length > MostLines)
        {
            throw new ProblemException($"There are more than {MostLines} guides of one kind.", $"Take some away.", field: "guides");
        }
        if (Upright.Concat(Level).Any(l => !(Math.Abs(l) <= Scene.Values.ValueSpec.Far)))
        {
            throw new ProblemException($"A guide lies too far out.", $"Put it within the frame.", field: "guides");
        }
    }

    public bool Equals(GuideLines? other) => other is not null && Upright.SequenceEqual(other.Upright) && Level.SequenceEqual(other.Level);

    public override int GetHashCode() => HashCode.Combine(Upright.Length, Level.Length);
}

/// <summary>An animated graphic: the whole document. Immutable; an edit makes a new one.</summary>
public sealed record Graphic : IDocument
{
    /// <summary>The version of the document format that this build reads and writes.</summary>
    public const int FormatVersion = 4;

    public const int LeastSide = 16;

    public const int MostSide = Asset.MostMade;

    public const int MostLayers = 1000;

    /// <summary>Version of the format, <see cref="FormatVersion"/>.</summary>
    [JsonPropertyName("hang")]
    public required int Version { get; init; }

    public required string Name { get; init; }

    public required GraphicKind Kind { get; init; }

    /// <summary>Pixels, 16..7680.</summary>
    [Within(LeastSide, MostSide)]
    public required int Width { get; init; }

    /// <summary>Pixels, 16..7680.</summary>
    [Within(LeastSide, MostSide)]
    public required int Height { get; init; }

    public required FrameRate Rate { get; init; }

    public required PhaseLengths Phases { get; init; }

    /// <summary>Motion blur of the whole graphic. Absent: off.</summary>
    public MotionBlur? MotionBlur { get; init; }

    /// <summary>Lines to arrange by, which are never painted. Absent: none.</summary>
    public GuideLines? Guides { get; init; }

    /// <summary>Roles and colourways of the package that it belongs to. Absent: none.</summary>
    public Palettes.Palette? Palette { get; init; }

    /// <summary>What an editor may fill, in the order in which it is asked for. Absent: nothing.</summary>
    [Most(Field.Most)]
    public ImmutableList<Field>? Fields { get; init; }

    /// <summary>From the back to the front.</summary>
    [Most(MostLayers)]
    public required ImmutableArray<Layer> Layers { get; init; }

    /// <summary>
    /// Pictures, sounds and whatever else it carries by content hash: "sha256-" and 64 hexadecimal digits. Fonts only in a document that is on its way
    /// elsewhere.
    /// </summary>
    public SourceSet Sources { get; init; } = SourceSet.Empty;

    /// <summary>
    /// Graphics that layers place, by the id that each has on the rack, so that it is found again when it is changed there. Their sources stand among this
    /// one's. Absent: none.
    /// </summary>
    [After("sounds")]
    public ImmutableSortedDictionary<string, Graphic>? Placed { get; init; }

    /// <summary>
    /// The frame that shows best what it is: the last of Hold, where it is seen as it is meant; of credits the midst of Hold, since their last shows
    /// nothing; of a countdown its beginning.
    /// </summary>
    public int Poster =>
        Kind switch
        {
            GraphicKind.Credits => Phases.HoldStart + Phases.Hold / 2,
            GraphicKind.Countdown => Math.Min(Phases.HoldLast, Phases.HoldStart + Phases.Hold * 3 / 10),
            _ => Phases.HoldLast,
        };

    /// <summary>The layer with that id.</summary>
    /// <exception cref="ProblemException">There is none.</exception>
    public Layer Layer(string id) =>
        Layers.FirstOrDefault(l => l.Id == id)
        ?? throw new ProblemException($"The layer is not there any more.", $"It may have been deleted; choose another.", field: "layer");

    bool IDocument.Places(string key) => Placed?.ContainsKey(key) == true;

    (string Name, Content Content)? IDocument.LayerOf(string id) => Layers.FirstOrDefault(l => l.Id == id) is { } layer ? (layer.Name, layer.Content) : null;

    /// <summary>This graphic with one layer replaced.</summary>
    public Graphic With(Layer layer)
    {
        var index = Layers.IndexOf(Layer(layer.Id));
        return this with { Layers = Layers.SetItem(index, layer) };
    }
}
