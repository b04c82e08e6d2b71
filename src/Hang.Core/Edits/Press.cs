using Hang.Core.Contents;
using Hang.Core.Documents;
using Hang.Core.Evaluation;
using Hang.Core.Layers;
using Hang.Scene;
using Hang.Scene.Geometry;
using Hang.Scene.Motion;
using Hang.Scene.Typesetting;
using Hang.Scene.Values;

namespace Hang.Core.Edits;

/// <summary>
/// Presses a layer, as a button is pressed: it goes down and springs back. All of it is ordinary keyframes. How long each part takes is common practice; no
/// source.
/// </summary>
/// <param name="At">The frame in which it is down.</param>
/// <param name="Pointer">True: a pointer comes, presses and goes, as a layer of its own.</param>
public sealed record Press(string Layer, int At, bool Pointer = false) : Edit
{
    /// <summary>How far the layer and the pointer go down: a factor of their size.</summary>
    private const double Down = 0.93,
        PointerDown = 0.85;

    // Seconds.
    private const double Going = 0.1,
        Springing = 0.35,
        Coming = 0.6,
        Leaving = 0.5,
        Resting = 0.12;

    /// <summary>From where the pointer comes, and where it goes, as shares of the graphic's height to the right and down.</summary>
    private static readonly Point From = new(0.28, 0.3),
        To = new(0.2, 0.34);

    /// <summary>Height of the pointer as a share of the graphic's.</summary>
    private const double Size = 0.07;

    /// <summary>An arrow with its tip at 0, 0, and 1 high.</summary>
    private static readonly (double X, double Y)[] Shape = [(0, 0), (0, 0.86), (0.2, 0.68), (0.35, 1), (0.5, 0.93), (0.36, 0.62), (0.64, 0.6)];

    private static readonly Feel Quick = NamedFeel("Gentle in"),
        Back = NamedFeel("Settle"),
        Soft = NamedFeel("Gentle both");

    public override Sentence Describe(Graphic graphic) => $"Press {NameOf(graphic, Layer)} at frame {At}";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper)
    {
        var layer = graphic.Layer(Layer);
        if (!layer.Content.Kind.IsOnStage)
        {
            throw new ProblemException($"A sound cannot be pressed.", $"Choose a layer that shows something.", layer.Name);
        }
        int Frames(double seconds) => Math.Max(1, (int)Math.Round(seconds * graphic.Rate.PerSecond));
        var (going, springing) = (Frames(Going), Frames(Springing));
        var (first, last) = (layer.In ?? 0, layer.Out ?? graphic.Phases.Total - 1);
        if (At - going < first || At + springing > last)
        {
            throw new ProblemException(
                $"There is no time to press it at frame {At}.",
                $"Choose a frame from {first + going} to {last - springing}, or lengthen Hold.",
                layer.Name,
                "at"
            );
        }
        var pressed = graphic.With(Pressed(layer, At - going, At + springing, Down));
        return Pointer ? WithPointer(pressed, layer, Frames, shaper) : pressed;
    }

    /// <summary>The layer with its size going down and back; what its size did in between is gone.</summary>
    private Layer Pressed(Layer layer, int from, int to, double down)
    {
        var place = layer.At(new Address(LayerValues.Scale.Name));
        var (channel, kind) = (place.Channel, place.Spec.Kind);
        var (before, at, after) = (channel.At(from), channel.At(At), channel.At(to));
        Keyframe[] keys = [new(from, before, Quick), new(At, new(at.X * down, at.Y * down), Back), new(to, after, channel.KeyAt(to)?.Feel ?? Feel.Linear)];
        return place.Put(Channel.Of(kind, channel.Keys.Where(k => k.At < from || k.At > to).Concat(keys).OrderBy(k => k.At)));
    }

    private Graphic WithPointer(Graphic graphic, Layer layer, Func<double, int> frames, ITypeShaper shaper)
    {
        var target = Middle(new(graphic, shaper), layer);
        var height = graphic.Height * Size;
        Value Way(Point by) => new(target.X + by.X * graphic.Height, target.Y + by.Y * graphic.Height);
        var (come, there) = (Math.Max(0, At - frames(Coming)), At - frames(Going));
        var rested = At + frames(Resting);
        var gone = Math.Min(graphic.Phases.Total - 1, rested + frames(Leaving));
        Keyframe[] way =
        [
            new(come, Way(From), Soft),
            new(there, new(target.X, target.Y), Feel.Linear),
            new(rested, new(target.X, target.Y), Soft),
            new(gone, Way(To), Feel.Linear),
        ];
        Keyframe[] seen =
        [
            new(come, new(0), Feel.Linear),
            new(Math.Min(there, come + frames(Going)), new(1), Feel.Linear),
            new(Math.Max(rested, gone - frames(Resting)), new(1), Feel.Linear),
            new(gone, new(0), Feel.Linear),
        ];
        var pointer = new Layer
        {
            Id = LayerIds.Free(graphic),
            Name = LayerNames.Free("Pointer", graphic.Layers.Select(l => l.Name)),
            Content = Content.Of<PathContent>(),
        };
        pointer = Put(pointer, PathContent.Points.Name, PointPaths.Of([.. Shape.Select(p => (p.X * height, p.Y * height))]));
        pointer = Put(pointer, PathContent.Colour.Name, new(1, 1, 1, 1));
        pointer = Put(pointer, "stroke", new(Math.Max(1, height / 18)));
        pointer = Put(pointer, "strokeFill", new(0.1, 0.1, 0.1, 1));
        pointer = Put(pointer, LayerValues.Pivot.Name, new(0, 0));
        pointer = Keyed(pointer, LayerValues.Position.Name, way);
        pointer = Keyed(pointer, LayerValues.Opacity.Name, seen);
        pointer = Pressed(pointer, there, rested, PointerDown);
        return graphic with { Layers = graphic.Layers.Add(pointer with { In = come > 0 ? come : null, Out = gone < graphic.Phases.Total - 1 ? gone : null }) };
    }

    /// <summary>The middle of what is pressed, with all that hangs from it or is in it, in pixels of the graphic.</summary>
    private Point Middle(Evaluator evaluator, Layer layer)
    {
        var box = evaluator
            .Graphic.Layers.Where(l =>
                l.Content.Kind.IsOnStage && !l.Content.Kind.IsInvisible && (l.Id == layer.Id || l.Group == layer.Id || l.Carrier == layer.Id)
            )
            .Select(l =>
            {
                var (own, world) = evaluator.Place(l, At);
                return own.IsEmpty ? Box.Empty : world.Map(own);
            })
            .Aggregate(Box.Empty, (all, b) => all.Union(b));
        return box.IsEmpty
            ? throw new ProblemException($"There is nothing to press at this frame.", $"Go to a frame in which it shows.", layer.Name)
            : new((box.Left + box.Right) / 2, (box.Top + box.Bottom) / 2);
    }

    private static Layer Put(Layer layer, string address, Value value)
    {
        var place = layer.At(new Address(address));
        return place.Put(Channel.Of(place.Spec.Kind, value));
    }

    private static Layer Keyed(Layer layer, string address, IEnumerable<Keyframe> keys)
    {
        var place = layer.At(new Address(address));
        return place.Put(Channel.Of(place.Spec.Kind, keys.DistinctBy(k => k.At).OrderBy(k => k.At)));
    }

    private static Feel NamedFeel(string name) => NamedFeels.All.Single(f => f.Name == name).Feel;
}
