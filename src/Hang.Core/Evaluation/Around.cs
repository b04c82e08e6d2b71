using Hang.Core.Documents;
using Hang.Core.Layers;
using Hang.Core.Placing;
using Hang.Scene;
using Hang.Scene.Geometry;
using Hang.Scene.Phases;
using Hang.Scene.Typesetting;

namespace Hang.Core.Evaluation;

/// <summary>
/// A graphic around one that is placed in it, so that the placed one can be worked on where it stands: what is painted behind it and
/// before it, which frame goes with each of its own, and where it is.
/// </summary>
public sealed class Around
{
    private readonly Graphic whole;
    private readonly Layer layer;
    private readonly PhaseLengths own;
    private readonly PlacedTime time;
    private readonly ITypeShaper shaper;

    /// <param name="whole">The graphic in which another is placed.</param>
    /// <param name="layer">Id of the layer that places it.</param>
    /// <exception cref="ProblemException">No layer of that id places a graphic.</exception>
    public Around(Graphic whole, string layer, ITypeShaper shaper)
    {
        this.layer = whole.Layers.FirstOrDefault(l => l.Id == layer && l.Content.Kind.Places is not null)
            ?? throw new ProblemException(
                $"In {whole.Name} no layer “{layer}” places a graphic.",
                $"It may have been removed: open the graphic from its layer again.",
                field: "layer"
            );
        (this.whole, this.shaper) = (whole, shaper);
        (own, time) = (whole.Placed![this.layer.Content.Placed!].Phases, PlacedTime.Of(whole, this.layer));
    }

    /// <summary>The graphic without the placed one and without all that is painted after it.</summary>
    public Graphic Behind => Without(i => i > Index);

    /// <summary>The graphic without the placed one and without all that is painted before it.</summary>
    public Graphic Before => Without(i => i < Index);

    /// <summary>The frame of the whole at which the placed graphic shows a frame of its own; where Hold was stretched, in proportion.</summary>
    /// <param name="frame">Of the placed graphic, at its own rate.</param>
    public int FrameOf(int frame)
    {
        var there = time.Phases;
        var (hold, leave) = (frame - own.Arrive, frame - own.Arrive - own.Hold);
        var at =
            hold < 0 ? InProportion(frame, own.Arrive, there.Arrive)
            : leave < 0 ? there.Arrive + InProportion(hold, own.Hold, there.Hold)
            : there.Arrive + there.Hold + InProportion(leave, own.Leave, there.Leave);
        return Math.Clamp(time.Start + at, 0, whole.Phases.Total - 1);
    }

    /// <summary>From the placed graphic's pixels to those of the whole, at a frame of the whole.</summary>
    public Matrix PlaceAt(int frame) => new Evaluator(whole, shaper).Place(layer, frame).World;

    private int Index => whole.Layers.IndexOf(layer);

    // Groups, hooks and lamps stay: others are in them, hang from them and are lit by them.
    private Graphic Without(Func<int, bool> isLeftOut) =>
        whole with
        {
            Layers =
            [
                .. whole.Layers.Select(
                    (l, i) => l.Id == layer.Id || isLeftOut(i) && !l.Content.Kind.IsGroup && !l.Content.Kind.IsInvisible ? l with { Hidden = true } : l
                ),
            ],
        };

    private static int InProportion(int frame, int of, int there) => of == 0 ? 0 : (int)Math.Round((double)frame * there / of, MidpointRounding.AwayFromZero);
}
