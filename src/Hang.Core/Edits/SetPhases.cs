using Hang.Core.Documents;
using Hang.Core.Lengths;
using Hang.Scene;
using Hang.Scene.Phases;
using Hang.Scene.Typesetting;

namespace Hang.Core.Edits;

/// <summary>Changes the lengths of the phases. Keyframes keep their distance to the start of their phase, so a longer Hold moves all of Leave.</summary>
public sealed record SetPhases(PhaseLengths Phases) : Edit
{
    public override Sentence Describe(Graphic graphic) => $"Change the phases";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper) => PhasesSet.Of(graphic, Phases);
}
