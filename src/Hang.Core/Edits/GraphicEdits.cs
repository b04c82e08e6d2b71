using System.Collections.Immutable;
using Hang.Core.Documents;
using Hang.Core.Lengths;
using Hang.Scene;
using Hang.Scene.Time;
using Hang.Scene.Typesetting;

namespace Hang.Core.Edits;

/// <summary>Changes the graphic itself. Absent parts stay. At a changed rate everything keeps its seconds, on the nearest frame.</summary>
public sealed record ChangeGraphic(
    string? Name = null,
    GraphicKind? Kind = null,
    int? Width = null,
    int? Height = null,
    FrameRate? Rate = null,
    MotionBlur? MotionBlur = null
) : Edit
{
    public override Sentence Describe(Graphic graphic) =>
        Name is not null ? (Sentence)$"Rename the graphic"
        : MotionBlur is not null ? (Sentence)$"Change the motion blur"
        : Rate is not null ? (Sentence)$"Change the rate"
        : $"Change the format";

    public override Sentence? Note(Graphic before) => Rate is { } rate && rate != before.Rate ? Retiming.To(before, rate).Report : null;

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper)
    {
        var timed = Rate is { } rate && rate != graphic.Rate ? Retiming.To(graphic, rate).Graphic : graphic;
        return timed with
        {
            Name = Name ?? graphic.Name,
            Kind = Kind ?? graphic.Kind,
            Width = Width ?? graphic.Width,
            Height = Height ?? graphic.Height,
            MotionBlur =
                MotionBlur is null ? graphic.MotionBlur
                : MotionBlur == MotionBlur.Usual ? null
                : MotionBlur,
        };
    }
}

/// <summary>Sets the lines that things are arranged by.</summary>
/// <param name="Upright">Pixels from the left edge.</param>
/// <param name="Level">Pixels from the top edge.</param>
public sealed record SetGuides(ImmutableArray<double> Upright, ImmutableArray<double> Level) : Edit
{
    public override Sentence Describe(Graphic graphic) => $"Move the guides";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper) =>
        graphic with
        {
            Guides = Upright.IsEmpty && Level.IsEmpty ? null : new(Upright, Level),
        };
}
