using Hang.Scene.Geometry;
using Hang.Scene.PaintList;

namespace Hang.Core.Evaluation;

/// <summary>What the eye takes for a layer's box: that of its ink, not of the room that its lines or its frame take.</summary>
public static class OpticalBox
{
    /// <summary>
    /// The box of all that a layer paints at a frame, in pixels of the graphic; of a group, of all that is in it. Where nothing is painted, its own box.
    /// </summary>
    public static Box Of(Evaluator evaluator, string layer, int frame)
    {
        var graphic = evaluator.Unfolded.Whole;
        var members = graphic.Layers.Where(l => l.Group == layer).ToArray();
        if (members.Length > 0)
        {
            return members.Aggregate(Box.Empty, (all, m) => all.Union(Of(evaluator, m.Id, frame)));
        }
        var ink = Box.Empty;
        for (var i = 0; i < evaluator.Strips.Length; i++)
        {
            var strip = evaluator.Strips[i];
            if (strip.Layer == layer && strip.Opens == 0 && strip.Paints)
            {
                var row = new float[strip.Size];
                evaluator.Fill(i, frame, row);
                // What is faded out has a place all the same.
                row[6] = 1;
                ink = ink.Union(WithoutSteps(strip, row));
            }
        }
        if (!ink.IsEmpty)
        {
            return ink;
        }
        var (box, world) = evaluator.Place(graphic.Layer(layer), frame);
        return world.Map(box);
    }

    /// <summary>What a strip paints before its effects: a shadow is no part of what is aligned.</summary>
    private static Box WithoutSteps(Strip strip, float[] row)
    {
        foreach (var step in strip.Ops.SelectMany(o => o.Steps))
        {
            row[step.Offset(StepKind.On)] = 0;
        }
        return Touched.By(strip, row);
    }
}
