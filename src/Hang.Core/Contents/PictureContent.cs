using Hang.Core.Documents;
using Hang.Core.Typesetting;
using Hang.Core.Values;

namespace Hang.Core.Contents;

/// <summary>A picture, stretched to a size. Its origin is its top left corner.</summary>
public sealed class PictureContent : ContentKind
{
    public static readonly ValueSpec Asset = new("asset", "Picture", PictureKind.Picture, "", Value.Of(""), "Content hash of the picture; a key of the document's assets.") { Keyable = false, Required = true };

    public static readonly ValueSpec Size = new("size", "Size", NumbersKind.Size, "px", new(200, 100), "Width and height.") { Least = 0, Signs = ["W", "H"] };

    private PictureContent() : base("picture", "Picture", "A picture, stretched to a size.", Asset, Size)
    {
    }

    public override ValueSpec Filled => Asset;

    public override ValueSpec Sized => Size;

    public override bool KeepsShape => true;

    public override void Demand(ValueSet values, Graphic graphic, string layer, string at)
    {
        if (!graphic.Assets.ContainsKey(values[Asset].Constant.Text))
        {
            throw new ProblemException("The layer's picture is not among the document's assets.", "Add the picture, or choose another.", layer, $"{at}/asset");
        }
    }

    public override Drawing Draw(ValueSet values, ITypeShaper shaper)
    {
        var size = values[Size];
        return new SimpleDrawing(!size.IsKeyed, t => Boxes.Of(size.At(t)), writer => writer.Picture(values[Asset].Constant.Text, !size.IsKeyed, t => Boxes.Of(size.At(t))));
    }
}
