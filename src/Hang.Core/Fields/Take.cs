using System.Collections.Immutable;
using Hang.Core.Documents;
using Hang.Core.Lengths;
using Hang.Scene;
using Hang.Scene.Json;
using Hang.Scene.Sources;
using Hang.Scene.Typesetting;

namespace Hang.Core.Fields;

/// <summary>What an editor makes of a graphic without changing it: filled fields, a colourway, a length of Hold.</summary>
/// <param name="Values">What is filled in, by the names of fields, as <see cref="FieldText"/> reads it. A field that is not named stays as it is.</param>
/// <param name="Colourway">Name of the colourway; absent: the one that is shown.</param>
/// <param name="Hold">Length of Hold in frames; absent: the graphic's own.</param>
public sealed record Take(
    ImmutableSortedDictionary<string, string>? Values = null,
    string? Colourway = null,
    [property: Within(0, Scene.Phases.PhaseLengths.MostFrames)] int? Hold = null
)
{
    public const int MostName = 120;

    /// <summary>Pictures that the fields are filled with and that the document does not have, by content hash. Absent: none.</summary>
    public ImmutableSortedDictionary<string, Asset>? Pictures { get; init; }

    /// <summary>What the take is called, which names its file; empty: it has no name.</summary>
    public string Name { get; init; } = "";

    /// <summary>The graphic as the take has it.</summary>
    /// <exception cref="ProblemException">The graphic does not take a value; the problem's field is the name of a field, colourway or hold.</exception>
    public Graphic Of(Graphic graphic, ITypeShaper shaper)
    {
        if (Name.Length > MostName || Name.Any(char.IsControl))
        {
            throw new ProblemException(
                $"The name of a take is too long or has control characters.",
                $"Use at most {MostName} ordinary characters.",
                field: "name"
            );
        }
        graphic = (Pictures ?? ImmutableSortedDictionary<string, Asset>.Empty).Aggregate(graphic, (g, p) =>
            g with
            {
                Sources = g.Sources.With(PictureSources.Kind, p.Key, p.Value.Bare()),
            }
        );
        if (Colourway is { } way && graphic.Palette?.Current != way)
        {
            graphic = GraphicRules.Settled(Roles.Showing(graphic, way));
        }
        var filled = Filling.Fill(graphic, Values ?? ImmutableSortedDictionary<string, string>.Empty, shaper);
        if (Hold is not { } frames)
        {
            return AsLong(graphic, filled, shaper);
        }
        return frames == filled.Phases.Hold ? filled : Held(filled, frames, shaper);
    }

    /// <summary>What was just as long as a roll or a count in it takes, is so when that has become longer or shorter.</summary>
    private static Graphic AsLong(Graphic before, Graphic filled, ITypeShaper shaper)
    {
        var running = before.Layers.FirstOrDefault(l => l is { Hidden: false, Out: null } && l.Content.Kind.NeedsShowing && Running.Fits(before, l, shaper));
        return running is null || ReferenceEquals(before, filled) || Running.Fits(filled, filled.Layer(running.Id), shaper)
            ? filled
            : GraphicRules.Settled(Running.Fitted(filled, running.Id, shaper));
    }

    private static Graphic Held(Graphic graphic, int frames, ITypeShaper shaper)
    {
        try
        {
            return GraphicRules.Settled(PhasesSet.Of(graphic, graphic.Phases with { Hold = frames }));
        }
        catch (ProblemException e)
        {
            throw new ProblemException(e.Problem with { Field = "hold" });
        }
    }

    public bool Equals(Take? other) =>
        other is not null
        && Colourway == other.Colourway
        && Hold == other.Hold
        && Name == other.Name
        && (Pictures ?? ImmutableSortedDictionary<string, Asset>.Empty).SequenceEqual(other.Pictures ?? ImmutableSortedDictionary<string, Asset>.Empty)
        && (Values ?? ImmutableSortedDictionary<string, string>.Empty).SequenceEqual(other.Values ?? ImmutableSortedDictionary<string, string>.Empty);

    public override int GetHashCode() => HashCode.Combine(Colourway, Hold, Name, Values?.Count);
}
