using Hang.Scene;
using Hang.Scene.PaintList;
using Hang.Scene.Registry;
using Hang.Scene.Sources;
using Hang.Scene.Values;

namespace Hang.Core.Contents;

/// <summary>A picture, stretched to a size. Its origin is its top left corner.</summary>
public sealed class PictureContent : ContentKind
{
    public static readonly ValueSpec Asset = new(
        "asset",
        "Picture",
        PictureSources.Kind.Value,
        "",
        Value.Of(""),
        "Content hash of the picture; a key of the document's assets."
    )
    {
        Keyable = false,
        Required = true,
    };

    public static readonly ValueSpec Size = new("size", "Size", NumbersKind.Size, "px", new(200, 100), "Width and height.") { Least = 0, Signs = ["W", "H"] };

    private const string Part = "Recolour";

    public static readonly ValueSpec KnockOut = new(
        "knockOut",
        "Take the ground out",
        FlagKind.Flag,
        "",
        new(0),
        "Whether a flat ground is taken out of the picture."
    )
    {
        Part = Part,
        Keyable = false,
    };

    public static readonly ValueSpec Ground = new("ground", "Ground", ColourKind.Colour, "", new(1, 1, 1, 1), "The colour of the ground.")
    {
        Part = Part,
        Keyable = false,
    };

    public static readonly ValueSpec Tolerance = new(
        "tolerance",
        "Tolerance",
        NumbersKind.Number,
        "",
        new(0.1),
        "How far a colour may be from the ground's and still go."
    )
    {
        Part = Part,
        Keyable = false,
        Least = 0,
        Most = 1,
        Factor = 100,
        Signs = ["±"],
    };

    public static readonly ValueSpec OneColour = new(
        "oneColour",
        "In one colour",
        ColourKind.Colour,
        "",
        new(0, 0, 0, 0),
        "All that is left of the picture in one colour; see-through: in its own."
    )
    {
        Part = Part,
    };

    private PictureContent()
        : base("picture", "Picture", "A picture, stretched to a size.", Asset, Size, KnockOut, Ground, Tolerance, OneColour) { }

    public override ValueSpec Sized => Size;

    public override bool KeepsShape => true;

    public override void Demand(ValueSet values, IDocument document, string layer, string at)
    {
        if (!document.Sources.Has(PictureSources.Kind, values[Asset].Constant.Text))
        {
            throw new ProblemException(
                $"The layer's picture is not among the document's assets.",
                $"Add the picture, or choose another.",
                layer,
                $"{at}/asset"
            );
        }
    }

    public override Drawing Draw(ValueSet values, DrawContext at)
    {
        var (size, one, hash) = (values[Size], values[OneColour], values[Asset].Constant.Text);
        var ground = values[Ground].Constant;
        var shown = values[KnockOut].Constant.X == 0 ? hash : new PictureId(hash, new(ground.X, ground.Y, ground.Z), values[Tolerance].Constant.X).ToString();
        return new SimpleDrawing(
            !size.IsKeyed,
            t => Boxes.Of(size.At(t)),
            writer =>
            {
                if (!one.IsKeyed && one.Constant.W <= 0)
                {
                    writer.Picture(shown, !size.IsKeyed, t => Boxes.Of(size.At(t)));
                    return;
                }
                var steps = new StepWriter();
                steps.Add(Ops.Recolour, !one.IsKeyed, (time, v) =>
                {
                    var (on, c) = (one.At(time).W > 0, one.At(time));
                    v[0] = on ? 1 : 0;
                    var m = v[Ops.Recolour.Matrix.At..];
                    m[..20].Clear();
                    (m[4], m[9], m[14], m[18]) = (
                        (float)Math.Clamp(c.X, 0, 1),
                        (float)Math.Clamp(c.Y, 0, 1),
                        (float)Math.Clamp(c.Z, 0, 1),
                        (float)Math.Clamp(c.W, 0, 1)
                    );
                });
                writer.OpenGroup("normal", steps, true, (_, v) => (v[Ops.Group.On], v[Ops.Group.Opacity]) = (1, 1));
                writer.Picture(shown, !size.IsKeyed, t => Boxes.Of(size.At(t)));
                writer.Close();
            }
        );
    }
}
