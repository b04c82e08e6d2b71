using System.Collections.Immutable;
using Hang.Core.Masks;
using Hang.Scene.Geometry;
using Hang.Scene.Motion;
using Hang.Scene.PaintList;
using Hang.Scene.Values;

namespace Hang.Core.Evaluation;

/// <summary>Cuts what has been painted in a group to the masks of a layer, in the layer's coordinates.</summary>
internal static class MaskWriter
{
    public static void Cut(StripWriter writer, ImmutableArray<Mask> masks)
    {
        var first = masks[0];
        var opacity = Ops.Group.Opacity;
        writer.OpenGroup("cutTo", new StepWriter(), true, (_, v) => (v[0], v[opacity]) = (1, 1));
        // What is taken away from, or overlapped with, is all there is at first. So it is while every mask that adds is switched off.
        var adding = masks.Where(m => MaskKind.CombinationOf(m.Values, m.Kind) == MaskCombination.Add).Select(m => m.Values[m.Kind.Switch]).ToArray();
        var beginsWithAll = MaskKind.CombinationOf(first.Values, first.Kind) != MaskCombination.Add;
        var white = Channel.Of(PaintKind.Paint, new Value(1, 1, 1, 1));
        writer.Add(Ops.Place, [], [], 0, adding.All(a => !a.IsKeyed), (time, v) =>
            (v[0], v[3], v[6]) = (1, 1, beginsWithAll || adding.All(a => a.NumberAt(time) == 0) ? 1 : 0)
        );
        writer.Fill(Shape.Box, true, white, _ => default, (_, v) => MaskKind.Everything(v));
        writer.Close();
        foreach (var mask in masks)
        {
            mask.Kind.Write(writer, mask.Values);
        }
        writer.Close();
    }
}
