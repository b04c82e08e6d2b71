using System.Collections.Immutable;
using Hang.Core.Documents;
using Hang.Core.Evaluation;
using Hang.Core.Layers;
using Hang.Scene;
using Hang.Scene.Geometry;
using Hang.Scene.Json;
using Hang.Scene.Typesetting;
using Hang.Scene.Values;

namespace Hang.Core.Edits;

/// <summary>What layers are aligned to.</summary>
public enum AlignTo
{
    /// <summary>The box around them all.</summary>
    Themselves,

    Frame,

    /// <summary>The graphics safe area (EBU R 95).</summary>
    SafeArea,
}

/// <summary>Which lines of their optical boxes layers are aligned by.</summary>
public enum AlignBy
{
    Left,
    Centre,
    Right,
    Top,
    Middle,
    Bottom,

    /// <summary>The first baseline of type; the bottom of everything else.</summary>
    Baseline,

    /// <summary>The height of capitals over the first baseline of type; the top of everything else.</summary>
    CapHeight,
}

/// <summary>Aligns layers by their optical boxes at a frame, to each other, the frame or the safe area.</summary>
/// <param name="At">The frame shown.</param>
/// <param name="Whole">True: keyed positions are moved as a whole.</param>
public sealed record AlignLayers(ImmutableArray<string> Layers, AlignBy By, AlignTo To = AlignTo.Themselves, int At = 0, bool Whole = false) : Edit
{
    public override Sentence Describe(Graphic graphic) => $"Align {Layers.Length} layers";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper)
    {
        var evaluator = new Evaluator(graphic, shaper);
        var lines = Layers.ToDictionary(id => id, id => Arranging.LineOf(evaluator, shaper, graphic.Layer(id), By, At), StringComparer.Ordinal);
        var target = To switch
        {
            AlignTo.Frame => Arranging.LineOf(new(0, 0, graphic.Width, graphic.Height), By),
            AlignTo.SafeArea => Arranging.LineOf(Documents.SafeAreas.Graphics(graphic.Width, graphic.Height), By),
            // Baselines have no common box: the lowest counts.
            _ when By is AlignBy.Baseline => lines.Values.Max(),
            _ when By is AlignBy.CapHeight => lines.Values.Min(),
            _ => Arranging.LineOf(Layers.Aggregate(Box.Empty, (all, id) => all.Union(OpticalBox.Of(evaluator, id, At))), By),
        };
        var across = By is AlignBy.Left or AlignBy.Centre or AlignBy.Right;
        return Layers.Aggregate(graphic, (g, id) =>
            Arranging.Moved(g, evaluator, id, across ? target - lines[id] : 0, across ? 0 : target - lines[id], At, Whole)
        );
    }
}

/// <summary>
/// Sets layers with even gaps between their optical boxes, in the order in which they lie. The first stays; the last stays, too, unless a gap is given.
/// </summary>
/// <param name="Down">False: side by side; true: one below the other.</param>
/// <param name="Gap">Pixels between them; absent: as much as there is room between the first and the last.</param>
/// <param name="At">The frame shown.</param>
/// <param name="Whole">True: keyed positions are moved as a whole.</param>
public sealed record SpreadLayers(
    ImmutableArray<string> Layers,
    bool Down,
    [property: Within(-ValueSpec.Far, ValueSpec.Far)] double? Gap = null,
    int At = 0,
    bool Whole = false
) : Edit
{
    public override Sentence Describe(Graphic graphic) => Gap is null ? (Sentence)$"Distribute {Layers.Length} layers" : $"Stack {Layers.Length} layers";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper)
    {
        if (Layers.Length < (Gap is null ? 3 : 2))
        {
            throw new ProblemException(
                $"There are too few layers to set even gaps between.",
                Gap is null ? (Sentence)$"Select three or more." : $"Select two or more."
            );
        }
        var evaluator = new Evaluator(graphic, shaper);
        var boxes = Layers
            .Select(id => (Id: id, Box: OpticalBox.Of(evaluator, id, At)))
            .OrderBy(b => Down ? b.Box.Top : b.Box.Left)
            .ThenBy(b => b.Id, StringComparer.Ordinal)
            .ToArray();
        double Long(Box b) => Down ? b.Height : b.Width;
        double From(Box b) => Down ? b.Top : b.Left;
        var room = From(boxes[^1].Box) + Long(boxes[^1].Box) - From(boxes[0].Box);
        var gap = Gap ?? (room - boxes.Sum(b => Long(b.Box))) / (boxes.Length - 1);
        var place = From(boxes[0].Box);
        foreach (var (id, box) in boxes)
        {
            var by = place - From(box);
            graphic = Arranging.Moved(graphic, evaluator, id, Down ? 0 : by, Down ? by : 0, At, Whole);
            place += Long(box) + gap;
        }
        return graphic;
    }
}

/// <summary>
/// Makes layers as wide or as high as the widest or highest of them; type by its size, what has a size by that, everything else by its scale.
/// </summary>
/// <param name="At">The frame shown.</param>
/// <param name="Whole">True: keyed values are changed as a whole.</param>
public sealed record MatchSize(ImmutableArray<string> Layers, bool Height, int At = 0, bool Whole = false) : Edit
{
    public override Sentence Describe(Graphic graphic) => Height ? (Sentence)$"Make as high" : $"Make as wide";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper)
    {
        var evaluator = new Evaluator(graphic, shaper);
        double Long(string id)
        {
            var (box, world) = evaluator.Place(graphic.Layer(id), At);
            var mapped = world.Map(box);
            return Height ? mapped.Height : mapped.Width;
        }
        var most = Layers.Max(Long);
        foreach (var id in Layers)
        {
            if (Long(id) is > 0 and var now && now != most)
            {
                graphic = graphic.With(Grown(graphic.Layer(id), most / now));
            }
        }
        return graphic;
    }

    private Layer Grown(Layer layer, double by)
    {
        var sized = layer.Content.Kind.Sized;
        var place = layer.At(new(sized?.Name ?? LayerValues.Scale.Name));
        var now = place.Channel.At(At);
        // Type has one size for both ways; a picture keeps its shape.
        var both = sized is null || place.Spec.Kind.Components.Length == 1 || layer.Content.Kind.KeepsShape;
        var next =
            place.Spec.Kind.Components.Length == 1
                ? new Value(now.X * by)
                : new Value(both || !Height ? now.X * by : now.X, both || Height ? now.Y * by : now.Y);
        return EditValue.Put(place, next, At, Whole);
    }
}

/// <summary>Lines and moves of layers that are arranged.</summary>
internal static class Arranging
{
    public static double LineOf(in Box box, AlignBy by) =>
        by switch
        {
            AlignBy.Left => box.Left,
            AlignBy.Centre => (box.Left + box.Right) / 2,
            AlignBy.Right => box.Right,
            AlignBy.Top or AlignBy.CapHeight => box.Top,
            AlignBy.Middle => (box.Top + box.Bottom) / 2,
            _ => box.Bottom,
        };

    public static double LineOf(Evaluator evaluator, ITypeShaper shaper, Layer layer, AlignBy by, int frame)
    {
        if (layer.Content.Kind.Worded is { } words && by is (AlignBy.Baseline or AlignBy.CapHeight))
        {
            var world = evaluator.Place(layer, frame).World;
            var values = layer.Content.Values;
            // The height of a flat capital is that of its ink.
            var capital =
                by == AlignBy.Baseline
                    ? 0
                    : shaper
                        .Shape("H", values[words.Family].Constant.Text, (int)values[words.Weight].Constant.X)
                        .Glyphs.Select(g => g.Outline.Bounds.Top)
                        .DefaultIfEmpty()
                        .Min()
                        * values[words.Size].NumberAt(frame)
                        / 1000;
            return world.Map(new Point(0, capital)).Y;
        }
        return LineOf(OpticalBox.Of(evaluator, layer.Id, frame), by);
    }

    /// <summary>The graphic with a layer moved by pixels of the graphic.</summary>
    public static Graphic Moved(Graphic graphic, Evaluator evaluator, string id, double x, double y, int at, bool whole)
    {
        if (x == 0 && y == 0)
        {
            return graphic;
        }
        var layer = graphic.Layer(id);
        if (!layer.Content.Kind.IsOnStage)
        {
            return graphic;
        }
        var carrier = evaluator.PlaceOfCarrier(evaluator.Graphic.Layer(id), at) with { E = 0, F = 0 };
        var by = carrier.Inverse.Map(new Point(x, y));
        if (!double.IsFinite(by.X) || !double.IsFinite(by.Y))
        {
            throw new ProblemException($"What it follows is scaled to nothing here, so it cannot be moved.", $"Go to another frame.", layer.Name);
        }
        var place = layer.At(new(LayerValues.Position.Name));
        var from = place.Channel.At(at);
        return graphic.With(EditValue.Put(place, new(Math.Round(from.X + by.X, 3), Math.Round(from.Y + by.Y, 3)), at, whole));
    }
}
