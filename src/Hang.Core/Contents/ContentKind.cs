using Hang.Scene;
using Hang.Scene.Geometry;
using Hang.Scene.PaintList;
using Hang.Scene.Registry;
using Hang.Scene.Sources;
using Hang.Scene.Typesetting;
using Hang.Scene.Values;

namespace Hang.Core.Contents;

/// <summary>
/// A kind of thing that a layer shows. A new kind is one class: its values, its rules, its box and how it writes the paint list. Documents,
/// schema, front end and painters learn of it by themselves.
/// </summary>
public abstract class ContentKind : Module
{
    protected ContentKind(string name, string title, string meaning, params ValueSpec[] values)
        : base(name, title, meaning, values) { }

    /// <summary>True for what shows nothing itself and only carries others.</summary>
    public virtual bool IsInvisible => false;

    /// <summary>False for what has no place on the stage, as a sound.</summary>
    public virtual bool IsOnStage => true;

    /// <summary>The values when the layer begins later, and what runs in it goes on running as it did.</summary>
    /// <param name="seconds">How much later; negative: earlier.</param>
    public virtual ValueSet Later(ValueSet values, double seconds) => values;

    /// <summary>The values of both parts when the layer is cut in two.</summary>
    /// <param name="seconds">From its in point to the cut.</param>
    public virtual (ValueSet First, ValueSet Second) Split(ValueSet values, double seconds) => (values, values);

    /// <summary>The values with all said that the length of the layer decides, before the layer is cut.</summary>
    /// <param name="holdSeconds">How long the Hold of what it places is there.</param>
    public virtual ValueSet Held(ValueSet values, Func<double> holdSeconds) => values;

    /// <summary>True for what holds other layers.</summary>
    public virtual bool IsGroup => false;

    /// <summary>The value that a corner drags on the stage: a size in pixels, or one number that everything grows with; null for none.</summary>
    public virtual ValueSpec? Sized => null;

    /// <summary>How many pieces move one by one, counted generously; each costs as much as a layer.</summary>
    public virtual int PiecesOf(ValueSet values) => 0;

    /// <summary>True when a corner dragged on the stage keeps the sides in proportion, as for a picture.</summary>
    public virtual bool KeepsShape => false;

    /// <summary>True for what has an edge that lines and type can run along, and that shapes can be combined by.</summary>
    public virtual bool HasEdge => false;

    /// <summary>The values of another kind that look like this one's: those of the same name that mean the same.</summary>
    /// <param name="other">Values of the other kind, to which they are added.</param>
    public virtual ValueSet LookAs(ValueSet values, ValueSet other)
    {
        foreach (var (spec, channel) in values.Mentioned)
        {
            if (other.Find(spec.Name) is { } same && same.Kind == spec.Kind)
            {
                other = other.With(same, channel);
            }
        }
        return other;
    }

    /// <summary>
    /// What it uses of the document's sources besides those that its values name: their content hashes, of those that belong to packages their names.
    /// </summary>
    public virtual IEnumerable<(SourceKind Kind, string Key)> SourcesNamed(ValueSet values, IDocument document) => [];

    /// <summary>Frames that the layer has to show for what runs in it to end just then; null: any number will do.</summary>
    public virtual int? FramesWanted(ValueSet values, ITypeShaper shaper, Showing showing) => null;

    /// <summary>True when what it shows depends on when and in how large a picture it shows; it is drawn anew when that changes.</summary>
    public virtual bool NeedsShowing => false;

    /// <summary>True when its pieces go off otherwise than they came; it is drawn anew when it goes off at another time.</summary>
    public virtual bool LeavesApart(ValueSet values) => false;

    /// <summary>What it is set in; null for what is no type.</summary>
    public virtual WordValues? Worded => null;

    /// <summary>How its pieces move one after the other; null for what has none.</summary>
    public virtual IPieces? InPieces => null;

    /// <summary>How it is heard; null for what is not.</summary>
    public virtual HeardValues? Heard => null;

    /// <summary>Which other graphic it shows; null for what shows none.</summary>
    public virtual PlacedValues? Places => null;

    /// <summary>The value whose points are dragged on the stage; null for none.</summary>
    public virtual ValueSpec? Dotted => null;

    /// <summary>True for what shadows fall away from.</summary>
    public virtual bool IsLight => false;

    /// <summary>Where a layer of the kind stands on the stage.</summary>
    public Stands Stands =>
        !IsOnStage ? Stands.Nowhere
        : IsInvisible ? Stands.Point
        : Stands.Box;

    /// <summary>What is drawn in its strip on the timeline.</summary>
    public StripLook Strip =>
        Heard is not null ? StripLook.Wave
        : Places is not null ? StripLook.Phases
        : StripLook.Plain;

    /// <summary>What becomes of that which is added while such a layer is selected.</summary>
    public Gathers Gathers =>
        IsGroup ? Gathers.Members
        : Stands == Stands.Point && !IsLight ? Gathers.Hung
        : Gathers.Nobody;

    /// <summary>True for what comes and goes through the edges of the picture, so that it is outside of the safe area most of the time.</summary>
    public virtual bool RunsThrough(ValueSet values) => false;

    /// <summary>True when what it shows depends on where light comes from.</summary>
    public virtual bool IsLit(ValueSet values) => false;

    /// <summary>Rules beyond the ranges of the values.</summary>
    /// <exception cref="ProblemException">A rule is broken.</exception>
    public virtual void Demand(ValueSet values, IDocument document, string layer, string at) { }

    /// <summary>What such a layer draws, made ready.</summary>
    public abstract Drawing Draw(ValueSet values, DrawContext at);
}

/// <summary>What a layer can know of those that it names.</summary>
public interface ISurroundings
{
    /// <summary>
    /// Another layer's box in this one's coordinates: as large as it is at the moment, where it is at the end of Hold. Empty for one that is empty.
    /// </summary>
    Box BoxOf(string layer, double time);

    /// <summary>
    /// Where another layer is at a moment, in this one's coordinates: the origin of a hook, the middle of any other; null where it has no place.
    /// </summary>
    Point? PointOf(string layer, double time);

    /// <summary>
    /// The direction from the middle of a box of this layer to the lamp, degrees clockwise from the right in its coordinates; null without a lamp.
    /// </summary>
    double? LightAt(in Box box, double time);

    /// <summary>True when another layer is as large at every moment.</summary>
    bool HasSteadyBox(string layer);

    /// <summary>
    /// Another layer's edge at a moment with its fill rule, in this layer's coordinates, or in those that its position is given in; nothing when it has
    /// none.
    /// </summary>
    /// <param name="inPlace">True: in its own, wherever it rests at the end of Hold. False: in those of what it follows, so that its position moves what is
    /// made of it.</param>
    (ShapePath Path, string Rule) ShapeOf(string layer, double time, bool inPlace);

    /// <summary>True when another layer's edge is the same at every moment, and in the same place.</summary>
    bool IsStill(string layer);

    /// <summary>Frames of the graphic.</summary>
    int Frames { get; }
}

/// <summary>What a layer draws, ready to be read at many moments.</summary>
public abstract class Drawing
{
    /// <summary>True when the box is the same at every moment.</summary>
    public abstract bool HasSteadyBox { get; }

    /// <summary>The box of the content in the layer's own coordinates.</summary>
    public abstract Box BoxAt(double time);

    /// <summary>Writes the operations; nothing for what is drawn in pieces, or shows nothing.</summary>
    public virtual void Write(StripWriter writer) { }

    /// <summary>Parts that move by themselves, some frames late; empty for what moves as one.</summary>
    public virtual IReadOnlyList<Piece> Pieces => [];

    /// <summary>Of what is drawn in pieces: all of it as one, for when no piece moves; null for what has none.</summary>
    public virtual Drawing? AtRest => null;

    /// <summary>The edges of what it shows; none for what has none, as a picture.</summary>
    public virtual IReadOnlyList<Edge> Edges => [];
}

/// <summary>A part of a drawing that moves by itself.</summary>
/// <param name="Delay">Frames by which it runs late; less than 0: early.</param>
public sealed record Piece(Drawing Drawing, int Delay)
{
    /// <summary>First frame in which it is there.</summary>
    public int From { get; init; } = int.MinValue;

    /// <summary>First frame in which it is there no more.</summary>
    public int Until { get; init; } = int.MaxValue;

    /// <summary>True where other pieces take its place for a time.</summary>
    public bool IsBounded => From != int.MinValue || Until != int.MaxValue;

    public bool IsThere(double time) => time >= From && time < Until;
}

/// <summary>A drawing of simple values: a box and one way to write it.</summary>
/// <param name="isSteady">True when the box never changes.</param>
public sealed class SimpleDrawing(bool isSteady, Func<double, Box> box, Action<StripWriter>? write, params Edge[] edges) : Drawing
{
    private readonly Box first = box(0);

    public override bool HasSteadyBox => isSteady;

    public override Box BoxAt(double time) => isSteady ? first : box(time);

    public override void Write(StripWriter writer) => write?.Invoke(writer);

    public override IReadOnlyList<Edge> Edges => edges;
}
