using Hang.Core.Documents;
using Hang.Core.Effects;
using Hang.Core.Layers;
using Hang.Scene.PaintList;

namespace Hang.Core.Evaluation;

/// <summary>
/// What is done to a layer's picture in its own coordinates before its last effects: cut to its masks, then worked on and painted onto, as its effects stand
/// in their order up to the last one that paints onto it.
/// </summary>
internal sealed class Finish
{
    private readonly Prepared? layer;
    private readonly Graphic? graphic;
    private readonly EffectPlace? place;

    private Finish(Prepared? layer, Graphic? graphic, EffectPlace? place) => (this.layer, this.graphic, this.place) = (layer, graphic, place);

    public static Finish None { get; } = new(null, null, null);

    public bool IsThere => layer is not null && (!layer.Layer.Masks.IsEmpty || layer.Layer.Effects.Any(e => e.Kind.PaintsOnto));

    /// <param name="place">Where the layer lies.</param>
    public static Finish Of(Prepared layer, Graphic graphic, EffectPlace place) => new(layer, graphic, place);

    /// <summary>The effects that come after all that paints onto the picture.</summary>
    public static IEnumerable<Effect> Last(Layer layer) => layer.Effects.Skip(LastPainted(layer) + 1);

    /// <summary>Opens the groups that the picture is finished in.</summary>
    public void Open(StripWriter writer)
    {
        foreach (var steps in Sections().Reverse())
        {
            writer.OpenGroup("normal", steps, true, (_, v) => (v[0], v[Ops.Group.Opacity]) = (1, 1));
        }
    }

    /// <summary>Finishes the picture and closes the groups.</summary>
    public void Close(StripWriter writer)
    {
        CutToMasks(writer);
        var steps = Sections().GetEnumerator();
        steps.MoveNext();
        writer.Close();
        foreach (var effect in Painting())
        {
            PaintOnto(writer, effect);
            if (Between(effect).Any() && steps.MoveNext())
            {
                writer.Close();
            }
        }
    }

    /// <summary>Cuts and paints onto the picture of a layer that is drawn in pieces, where everything else is done to the whole or to each piece.</summary>
    public void Write(StripWriter writer)
    {
        CutToMasks(writer);
        foreach (var effect in Painting())
        {
            PaintOnto(writer, effect);
        }
    }

    private void CutToMasks(StripWriter writer)
    {
        if (!layer!.Layer.Masks.IsEmpty)
        {
            MaskWriter.Cut(writer, layer.Layer.Masks);
        }
    }

    private void PaintOnto(StripWriter writer, Effect effect) => effect.Kind.PaintOnto(writer, effect.Values, layer!.BoxAt, graphic!.Rate);

    private IEnumerable<Effect> Painting() => layer!.Layer.Effects.Where(e => e.Kind.PaintsOnto);

    /// <summary>The effects that stand between one that paints and the next one that does; none after the last.</summary>
    private IEnumerable<Effect> Between(Effect painting)
    {
        var from = layer!.Layer.Effects.IndexOf(painting);
        return from == LastPainted(layer.Layer) ? [] : layer.Layer.Effects.Skip(from + 1).TakeWhile(e => !e.Kind.PaintsOnto);
    }

    /// <summary>
    /// The steps of each group, from the inside out: of the picture itself, and after each effect that paints where others follow before the next.
    /// </summary>
    private IEnumerable<StepWriter> Sections()
    {
        yield return StepsOf(LastPainted(layer!.Layer) < 0 ? [] : layer.Layer.Effects.TakeWhile(e => !e.Kind.PaintsOnto));
        foreach (var effect in Painting().Where(e => Between(e).Any()))
        {
            yield return StepsOf(Between(effect));
        }
    }

    private StepWriter StepsOf(IEnumerable<Effect> effects)
    {
        var steps = new StepWriter();
        foreach (var effect in effects)
        {
            effect.Kind.Write(steps, effect.Values, place!);
        }
        return steps;
    }

    private static int LastPainted(Layer layer)
    {
        for (var i = layer.Effects.Length - 1; i >= 0; i--)
        {
            if (layer.Effects[i].Kind.PaintsOnto)
            {
                return i;
            }
        }
        return -1;
    }
}
