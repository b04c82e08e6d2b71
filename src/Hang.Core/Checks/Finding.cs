using Hang.Core.Layers;
using Hang.Core.Placing;
using Hang.Scene;

namespace Hang.Core.Checks;

/// <summary>How much a finding matters.</summary>
public enum Weight
{
    /// <summary>Good to know.</summary>
    Note,

    /// <summary>Probably not meant.</summary>
    Warning,

    /// <summary>The file would not do what it is for.</summary>
    Error,
}

/// <summary>Something that a person should know before handing a graphic off, as a number with a remedy.</summary>
/// <param name="Check">Which check it is of, a stable name such as reading.</param>
/// <param name="From">First frame that it concerns, or null.</param>
/// <param name="To">Last frame that it concerns, or null.</param>
/// <param name="Measured">What was measured, or null.</param>
/// <param name="Unit">Of what was measured.</param>
/// <param name="LayerId">Id of the own layer that it concerns, for what lies in a placed graphic of the one that places it; null: the whole graphic.</param>
public sealed record Finding(
    string Check,
    Weight Weight,
    Problem Problem,
    int? From = null,
    int? To = null,
    double? Measured = null,
    string? Unit = null,
    string? LayerId = null
)
{
    /// <summary>The same of a layer, which may lie in a placed graphic.</summary>
    public Finding About(Layer layer) => this with { LayerId = Unfolding.OwnId(layer.Id) };
}
