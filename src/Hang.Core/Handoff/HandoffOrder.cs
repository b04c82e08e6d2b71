using System.Collections.Immutable;
using System.Text.Json.Serialization;
using Hang.Core.Documents;
using Hang.Core.Edits;
using Hang.Core.Fields;
using Hang.Scene;
using Hang.Scene.Typesetting;

namespace Hang.Core.Handoff;

/// <summary>What is handed off in one go: every kind of file, in every size and colourway.</summary>
/// <param name="Kinds">One or more.</param>
/// <param name="Scales">Sizes as fractions of the graphic's; empty for the graphic's own.</param>
public sealed record HandoffOrder(ImmutableArray<FileKind> Kinds, Backing Backing, ImmutableArray<double> Scales)
{
    /// <summary>How many files one order may make.</summary>
    public const int MostFiles = 5000;

    /// <summary>First frame; null for the graphic's first, or for the end of Hold of a still.</summary>
    public int? From { get; init; }

    /// <summary>Last frame; null for the graphic's last, or for the end of Hold of a still.</summary>
    public int? To { get; init; }

    /// <summary>Colourways by name; empty for the one that is shown.</summary>
    public ImmutableArray<string> Colourways { get; init; } = [];

    /// <summary>Takes of it; empty for the graphic as it is.</summary>
    public ImmutableArray<Take> Takes { get; init; } = [];

    /// <inheritdoc cref="HandoffPlan.Premultiplied"/>
    public bool Premultiplied { get; init; }

    /// <inheritdoc cref="HandoffPlan.FirstNumber"/>
    public int? FirstNumber { get; init; }

    /// <inheritdoc cref="HandoffPlan.Timecode"/>
    public string? Timecode { get; init; }

    /// <inheritdoc cref="HandoffPlan.Once"/>
    public bool Once { get; init; }

    /// <inheritdoc cref="HandoffPlan.Silent"/>
    public bool Silent { get; init; }

    /// <summary>How the files are named; null for <see cref="FilePattern.Usual"/>.</summary>
    public string? Pattern { get; init; }

    /// <summary>True: characters without a glyph go out as the empty boxes that they are; false: an order with some is refused.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public bool AsItIs { get; init; }

    /// <summary>What a person wrote to it.</summary>
    public string Note { get; init; } = "";

    /// <summary>The higher goes first.</summary>
    public int Priority { get; init; }

    /// <summary>One file's order from its plan.</summary>
    public static HandoffOrder Of(HandoffPlan plan) =>
        new([plan.Kind], plan.Backing, [plan.Scale])
        {
            From = plan.From,
            To = plan.To,
            Premultiplied = plan.Premultiplied,
            FirstNumber = plan.FirstNumber,
            Timecode = plan.Timecode,
            Once = plan.Once,
            Silent = plan.Silent,
        };

    /// <summary>The files of a graphic that the order makes.</summary>
    /// <exception cref="ProblemException">One of them cannot be made; then none is.</exception>
    public IEnumerable<OrderedFile> Expand(Graphic graphic, ITypeShaper shaper)
    {
        if (Kinds.IsDefaultOrEmpty)
        {
            throw new ProblemException($"No kind of file is chosen.", $"Choose one or more.", field: "kinds");
        }
        foreach (
            var (shown, variant, take) in Takes.IsDefaultOrEmpty
                ? Variants(graphic, null, shaper)
                : Takes.SelectMany(t => Variants(Taken(graphic, t, shaper), t, shaper))
        )
        {
            foreach (var scale in Scales.IsDefaultOrEmpty ? [1.0] : Scales)
            {
                foreach (var kind in Kinds)
                {
                    yield return new(shown, variant, take, PlanOf(shown, kind, scale).Demand(shown));
                }
            }
        }
    }

    private HandoffPlan PlanOf(Graphic graphic, FileKind kind, double scale)
    {
        var rest = graphic.Poster;
        var (first, last) = kind == FileKind.Still ? (rest, From ?? rest) : (0, graphic.Phases.Total - 1);
        return new(kind, Backing, From ?? first, To ?? last, scale)
        {
            Premultiplied = Premultiplied,
            FirstNumber = FirstNumber,
            Timecode = Timecode,
            Once = Once,
            Silent = Silent,
        };
    }

    private static Graphic Taken(Graphic graphic, Take take, ITypeShaper shaper)
    {
        try
        {
            return take.Of(graphic, shaper);
        }
        catch (ProblemException e) when (take.Name.Length > 0)
        {
            throw new ProblemException(e.Problem with { Message = $"{Quoted.Short(take.Name)}: {e.Problem.Message}" });
        }
    }

    /// <summary>A take, or the graphic itself, in each colourway that is asked for.</summary>
    private IEnumerable<(Graphic Graphic, string Variant, Take? Take)> Variants(Graphic graphic, Take? take, ITypeShaper shaper) =>
        Colourways.IsDefaultOrEmpty
            ? [(graphic, take?.Colourway ?? "", take)]
            : Colourways.Select(name => (new SwitchColourway(name).ApplyTo(graphic, shaper), name, take));
}

/// <summary>One file of an order.</summary>
/// <param name="Graphic">As it is rendered: filled, in its colourway.</param>
/// <param name="Variant">The colourway, or empty.</param>
/// <param name="Take">What was filled in; null for the graphic as it is.</param>
/// <param name="Plan">As it is carried out.</param>
public sealed record OrderedFile(Graphic Graphic, string Variant, Take? Take, HandoffPlan Plan);
