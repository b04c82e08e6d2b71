using Hang.Core.Documents;
using Hang.Core.PaintList;

namespace Hang.Core.Evaluation;

/// <summary>What is done to a layer's picture in its own coordinates before its effects: cut to its masks, then painted onto.</summary>
internal sealed class Finish
{
    private readonly Prepared? layer;
    private readonly Graphic? graphic;

    private Finish(Prepared? layer, Graphic? graphic) => (this.layer, this.graphic) = (layer, graphic);

    public static Finish None { get; } = new(null, null);

    public bool IsThere => layer is not null && (!layer.Layer.Masks.IsEmpty || layer.Layer.Effects.Any(e => e.Kind.PaintsOnto));

    public static Finish Of(Prepared layer, Graphic graphic) => new(layer, graphic);

    public void Write(StripWriter writer)
    {
        if (!layer!.Layer.Masks.IsEmpty)
        {
            MaskWriter.Cut(writer, layer.Layer.Masks);
        }
        foreach (var effect in layer.Layer.Effects.Where(e => e.Kind.PaintsOnto))
        {
            effect.Kind.PaintOnto(writer, effect.Values, layer.BoxAt, graphic!.Rate);
        }
    }
}
