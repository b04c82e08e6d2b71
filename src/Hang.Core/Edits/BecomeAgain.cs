using Hang.Core.Documents;
using Hang.Scene;
using Hang.Scene.Json;
using Hang.Scene.Typesetting;

namespace Hang.Core.Edits;

/// <summary>Makes the graphic what it was at an earlier revision. What was done since stays among the revisions.</summary>
/// <param name="Graphic">As it was; its roles and colourways become those that the package has by now.</param>
/// <param name="Of">What the revision was called.</param>
public sealed record BecomeAgain(Graphic Graphic, [property: Most(200)] string Of) : Edit
{
    /// <summary>The same as a sentence; known only where the revision was just read, and not a part of the edit.</summary>
    private Sentence? Said { get; init; }

    public static BecomeAgain To(Graphic graphic, Sentence label) => new(graphic, label.ToString()) { Said = label };

    public override Sentence Describe(Graphic graphic) => Said is null ? $"Back to: {Of}" : (Sentence)$"Back to: {Said}";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper) => Graphic with { Palette = graphic.Palette ?? Graphic.Palette };
}
