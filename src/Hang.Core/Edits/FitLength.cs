using Hang.Core.Documents;
using Hang.Core.Lengths;
using Hang.Scene;
using Hang.Scene.Typesetting;

namespace Hang.Core.Edits;

/// <summary>Makes the graphic as long as what runs in a layer takes: a roll at its speed, a count by the clock, pages. Hold gets longer or shorter.</summary>
public sealed record FitLength(string Layer) : Edit
{
    public override Sentence Describe(Graphic graphic) => $"As long as {NameOf(graphic, Layer)} runs";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper) => Running.Fitted(graphic, Layer, shaper);
}
