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
public sealed record Finding(string Check, Weight Weight, Problem Problem, int? From = null, int? To = null, double? Measured = null, string? Unit = null);
