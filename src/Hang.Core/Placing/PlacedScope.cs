using Hang.Core.Documents;
using Hang.Scene.Phases;

namespace Hang.Core.Placing;

/// <summary>Whose time and picture an unfolded layer lives in.</summary>
/// <param name="Start">Frame of the outermost graphic at which that time begins; may lie before its first.</param>
/// <param name="Graphic">The placed graphic, filled and timed as it is there.</param>
/// <param name="Prefix">Beginning of the ids of all layers of it.</param>
public sealed record PlacedScope(int Start, Graphic Graphic, string Prefix)
{
    public PhaseLengths Phases => Graphic.Phases;
}
