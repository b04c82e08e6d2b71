using System.Collections.Immutable;
using Hang.Core.Documents;
using Hang.Core.Edits;
using Hang.Core.Typesetting;

namespace Hang.Core.Handoff;

/// <summary>What is handed off in one go: every kind of file, in every size and colourway.</summary>
/// <param name="Kinds">One or more.</param>
/// <param name="Scales">Sizes as fractions of the graphic's; empty for the graphic's own.</param>
public sealed record HandoffOrder(ImmutableArray<FileKind> Kinds, Backing Backing, ImmutableArray<double> Scales)
{
    /// <summary>How many files one order may make.</summary>
    public const int MostFiles = 200;

    /// <summary>First frame; null for the graphic's first, or for the end of Hold of a still.</summary>
    public int? From { get; init; }

    /// <summary>Last frame; null for the graphic's last, or for the end of Hold of a still.</summary>
    public int? To { get; init; }

    /// <summary>Colourways by name; empty for the one that is shown.</summary>
    public ImmutableArray<string> Colourways { get; init; } = [];

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

    /// <summary>What a person wrote to it.</summary>
    public string Note { get; init; } = "";

    /// <summary>The higher goes first.</summary>
    public int Priority { get; init; }

    /// <summary>One file's order from its plan.</summary>
    public static HandoffOrder Of(HandoffPlan plan) => new([plan.Kind], plan.Backing, [plan.Scale])
    {
        From = plan.From,
        To = plan.To,
        Premultiplied = plan.Premultiplied,
        FirstNumber = plan.FirstNumber,
        Timecode = plan.Timecode,
        Once = plan.Once,
        Silent = plan.Silent,
    };

    /// <summary>The files of a graphic that the order makes: the graphic in a colourway, and the plan as it is carried out.</summary>
    /// <exception cref="ProblemException">One of them cannot be made; then none is.</exception>
    public IEnumerable<(Graphic Graphic, string Variant, HandoffPlan Plan)> Expand(Graphic graphic, ITypeShaper shaper)
    {
        if (Kinds.IsDefaultOrEmpty)
        {
            throw new ProblemException("No kind of file is chosen.", "Choose one or more.", field: "kinds");
        }
        foreach (var (shown, variant) in Variants(graphic, shaper))
        {
            foreach (var scale in Scales.IsDefaultOrEmpty ? [1.0] : Scales)
            {
                foreach (var kind in Kinds)
                {
                    yield return (shown, variant, PlanOf(shown, kind, scale).Demand(shown));
                }
            }
        }
    }

    private HandoffPlan PlanOf(Graphic graphic, FileKind kind, double scale)
    {
        var rest = graphic.Phases.HoldLast;
        var (first, last) = kind == FileKind.Still ? (rest, From ?? rest) : (0, graphic.Phases.Total - 1);
        return new(kind, Backing, From ?? first, To ?? last, scale) { Premultiplied = Premultiplied, FirstNumber = FirstNumber, Timecode = Timecode, Once = Once, Silent = Silent };
    }

    private IEnumerable<(Graphic Graphic, string Variant)> Variants(Graphic graphic, ITypeShaper shaper)
    {
        if (Colourways.IsDefaultOrEmpty)
        {
            return [(graphic, "")];
        }
        return Colourways.Select(name => (new SwitchColourway(name).ApplyTo(graphic, shaper), name));
    }
}
