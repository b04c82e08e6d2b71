using Hang.Scene.Registry;
using Hang.Scene.Values;

namespace Hang.Core.Contents;

/// <summary>Values of a content that shows another graphic.</summary>
public sealed record PlacedValues(
    ValueSpec Of,
    ValueSpec Filled,
    ValueSpec Colourway,
    ValueSpec Length,
    ValueSpec Hold,
    ValueSpec Skip,
    ValueSpec Cut,
    ValueSpec Shape
)
{
    /// <summary>The key of the graphic among those that the document has placed.</summary>
    public string KeyOf(ValueSet values) => values[Of].Constant.Text;

    /// <summary>True where its Hold is as long as the layer leaves room for.</summary>
    public bool IsAsLongAsTheLayer(ValueSet values) => values[Length].Constant.X == PlacedGraphic.Lengths.Of("asTheLayer").X;

    public bool IsRefitted(ValueSet values) => values[Shape].Constant.X == PlacedGraphic.Shapes.Of("refitted").X;
}
