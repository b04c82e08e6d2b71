using System.Collections.Immutable;
using System.Runtime.InteropServices;
using Hang.Core.Contents;
using Hang.Core.Documents;
using Hang.Core.Layers;
using Hang.Core.Placing;
using Hang.Core.Refitting;
using Hang.Scene;
using Hang.Scene.Geometry;
using Hang.Scene.PaintList;
using Hang.Scene.Typesetting;

namespace Hang.Core.Evaluation;

/// <summary>
/// Turns a graphic and a frame into a scene. The type is set once; after that every frame is plain arithmetic, with no clock, no
/// randomness and no I/O, and safe on any number of threads.
/// </summary>
public sealed class Evaluator : IPlaces
{
    private readonly Dictionary<string, Prepared> byId;
    private readonly ImmutableArray<Node> nodes;
    private readonly Node[] ordered;

    /// <summary>The numbers of all nodes together, those that change as at frame 0.</summary>
    private readonly float[] standing;
    private readonly bool hasGroups;

    /// <param name="previous">The one before an edit; what cannot have changed is taken over.</param>
    /// <param name="guides">True: layers that are drawn after are seen, as on the stage.</param>
    /// <exception cref="ProblemException">A type layer names a family that does not ship.</exception>
    public Evaluator(Graphic graphic, ITypeShaper shaper, Evaluator? previous = null, bool guides = false)
    {
        Graphic = graphic;
        Unfolded = Unfolding.Of(graphic, shaper, PlacesBy(shaper));
        graphic = Unfolded.Whole;
        var samePhases = previous?.Graphic.Phases == graphic.Phases;
        byId = new(graphic.Layers.Length, StringComparer.Ordinal);
        // A lamp lights what is in the same graphic.
        var lamps = graphic
            .Layers.Where(l => l.Content.Kind.IsLight && !l.Hidden)
            .GroupBy(l => WithinOf(l.Id), StringComparer.Ordinal)
            .ToDictionary(g => g.Key, g => g.First(), StringComparer.Ordinal);
        Layer? LampOf(Layer layer) => lamps.Count == 0 ? null : lamps.GetValueOrDefault(WithinOf(layer.Id));
        foreach (var layer in graphic.Layers)
        {
            var (scope, lamp) = (Unfolded.ScopeOf(layer.Id), LampOf(layer));
            var (phases, start) = (scope?.Phases ?? graphic.Phases, scope?.Start ?? 0);
            // A layer that places a graphic lives in this one's time; only what it holds lives in the other's.
            var own = scope is null or { Prefix: "" };
            var old = previous?.byId.GetValueOrDefault(layer.Id);
            var (lived, since) = own ? (graphic.Phases, 0) : (phases, start);
            var pose = old is not null && samePhases && ReferenceEquals(old.Layer, layer) ? old.Pose : new LayerPose(layer, lived, since);
            var isLit = lamp is not null && layer.Content.Kind.IsLit(layer.Content.Values);
            var names = isLit || LayerReferences.Of(layer).Any();
            // What was drawn with others in view holds on to them as they were.
            var showing = layer.Content.Kind.NeedsShowing ? ShowingOf.Layer(own ? graphic : scope!.Graphic, layer) : null;
            var departing = layer.Content.Kind.LeavesApart(layer.Content.Values) ? DepartureOf.Layer(layer, lived, since) : null;
            var isKept =
                old is not null
                && old.Named.Count == 0
                && ReferenceEquals(old.Layer.Content, layer.Content)
                && old.Showing == showing
                && old.Departing == departing;
            Drawing Drawn(Surroundings? around) => Draw(layer, new(shaper, showing ?? Showing.Alone, around, departing));
            Drawing? drawn =
                names ? null
                : isKept ? old!.Drawing
                : Drawn(null);
            byId.Add(
                layer.Id,
                new(pose, self => drawn ?? Drawn(new Surroundings(self, id => byId.GetValueOrDefault(id))))
                {
                    RestFrame = start + phases.HoldLast,
                    Frames = graphic.Phases.Total,
                    Showing = showing,
                    Departing = departing,
                }
            );
        }
        foreach (var layer in graphic.Layers)
        {
            var (prepared, lamp) = (byId[layer.Id], LampOf(layer));
            prepared.Carrier = layer.Carrier is { } from ? byId.GetValueOrDefault(from) : null;
            prepared.Named.AddRange(LayerReferences.Of(layer).Select(r => byId.GetValueOrDefault(r.Id)).OfType<Prepared>());
            if (lamp is not null && (LampLight.IsRaised(layer) || layer.Content.Kind.IsLit(layer.Content.Values)))
            {
                prepared.Lamp = byId[lamp.Id];
                prepared.Named.Add(prepared.Lamp);
            }
            prepared.Matte = layer.Matte is { } matte ? byId.GetValueOrDefault(matte.Layer) : null;
            if (layer.Group is { } group && byId.TryGetValue(group, out var held))
            {
                held.Members.Add(prepared);
            }
        }
        var strips = previous?.nodes.ToDictionary(n => n.Strip.Id, n => n.Strip, StringComparer.Ordinal);
        nodes = new NodeWriter(graphic, id => strips?.GetValueOrDefault(id), guides).Write(graphic.Layers.Select(l => byId[l.Id]));
        ordered = [.. nodes];
        standing = [.. nodes.SelectMany(n => n.Standing)];
        hasGroups = nodes.Any(n => n.End >= 0);
        Strips = [.. nodes.Select(n => n.Strip)];
    }

    /// <summary>Measures graphics with a shaper.</summary>
    public static Func<Graphic, IPlaces> PlacesBy(ITypeShaper shaper) => graphic => new Evaluator(graphic, shaper);

    public Graphic Graphic { get; }

    /// <summary>The graphic with what is placed in it as groups of layers, which is what is painted.</summary>
    public Unfolding Unfolded { get; }

    /// <summary>What every scene paints, from the back to the front.</summary>
    public ImmutableArray<Strip> Strips { get; }

    /// <summary>The scene at a frame.</summary>
    /// <param name="frame">0 or more; after the last frame the picture stands still.</param>
    public SceneMoment At(int frame)
    {
        var drawn = new DrawNode[ordered.Length];
        // One piece of memory for all nodes' numbers: making many small ones would take as long as the arithmetic.
        var all = GC.AllocateUninitializedArray<float>(standing.Length);
        standing.CopyTo(all, 0);
        var start = 0;
        for (var i = 0; i < drawn.Length; i++)
        {
            var node = ordered[i];
            var row = all.AsMemory(start, node.Standing.Length);
            node.FillChanging(frame, frame, row);
            drawn[i] = new(node.Strip, row, node.Blurs ? Moments(i, frame) : []);
            start += row.Length;
        }
        if (hasGroups)
        {
            Touched.By(drawn);
        }
        var made = ImmutableCollectionsMarshal.AsImmutableArray(drawn);
        return new(Graphic.Width, Graphic.Height, made);
    }

    /// <summary>Writes the numbers of one node at one moment.</summary>
    /// <param name="node">Index into <see cref="Strips"/>.</param>
    /// <param name="time">In frames; between two of them only for motion blur.</param>
    /// <param name="values">Room for the strip's numbers.</param>
    public void Fill(int node, double time, Memory<float> values)
    {
        var frame = (int)Math.Floor(time);
        nodes[node].Fill(time, frame, values);
        if (nodes[node].End is >= 0 and var end)
        {
            // The bounds of a group are those of all that is in it.
            var within = new DrawNode[end - node + 1];
            within[0] = new(Strips[node], values, []);
            for (var i = node + 1; i <= end; i++)
            {
                var row = new float[nodes[i].Standing.Length];
                nodes[i].Fill(time, frame, row);
                within[i - node] = new(Strips[i], row, Moments(i, frame));
            }
            Touched.By(within);
        }
    }

    /// <summary>
    /// The moments within a frame's open shutter whose mean is the motion-blurred node, as rows of numbers;
    /// none for a node that is not to be blurred or does not move.
    /// </summary>
    public float[][] Moments(int node, int frame)
    {
        var it = nodes[node];
        return it.Blurs ? Shutter.Open(Graphic.MotionBlur ?? MotionBlur.Usual, it, frame) : [];
    }

    /// <summary>The layer's box in its own coordinates, and the matrix from those to pixels of the graphic, in full precision.</summary>
    public (Box Box, Matrix World) Place(Layer layer, double time)
    {
        var prepared = byId[layer.Id];
        return (prepared.BoxAt(time), prepared.World(time));
    }

    /// <summary>What the layer follows, at a moment: from the coordinates that its position is given in to pixels of the graphic.</summary>
    public Matrix PlaceOfCarrier(Layer layer, double time) => byId[layer.Id].Carrier?.World(time) ?? Matrix.Identity;

    /// <summary>How far a layer shows at a frame, 0..1.</summary>
    public double OpacityOf(Layer layer, int frame) => layer.ShowsAt(frame) ? byId[layer.Id].Pose.Opacity(frame) : 0;

    /// <summary>The edges of what a layer shows at a moment as one shape with its fill rule, in the layer's coordinates; nothing for what has none.</summary>
    public (ShapePath Path, string Rule) ShapeOf(Layer layer, double time) =>
        byId[layer.Id].Drawing.Edges is { Count: > 0 } edges
            ? (ShapePath.Of([.. edges.Select(e => e.At(time))]), edges[0].Rule)
            : (ShapePath.Nothing, "nonzero");

    /// <summary>
    /// Where a caret stands in a layer's words at a moment, before each UTF-16 unit and at their end: x, top and bottom in the layer's coordinates. Empty
    /// for what has no words.
    /// </summary>
    public IEnumerable<(double X, double Top, double Bottom)> Carets(Layer layer, double time) =>
        byId[layer.Id].Drawing is IWording words ? words.CaretsAt(time) : [];

    /// <summary>Characters of a layer's words that no shipped font has.</summary>
    public IEnumerable<string> MissingCharacters(Layer layer) => byId[layer.Id].Drawing is IWording words ? words.Missing : [];

    /// <summary>True when a node's numbers can differ from those that <paramref name="other"/> gives, at any frame.</summary>
    public bool MayDiffer(int node, Evaluator other, int otherNode)
    {
        var (mine, theirs) = (nodes[node], other.nodes[otherNode]);
        return !ReferenceEquals(mine.Strip, theirs.Strip)
            || Graphic.Phases != other.Graphic.Phases
            || Graphic.Rate != other.Graphic.Rate
            || Graphic.MotionBlur != other.Graphic.MotionBlur
            || Graphic.Width != other.Graphic.Width
            || Graphic.Height != other.Graphic.Height
            || (mine.End - node) != (theirs.End - otherNode)
            || MayDiffer(mine.Layer, theirs.Layer, mine.End >= 0 || mine.Layer.Layer.Content.Kind.IsGroup);
    }

    private static bool MayDiffer(Prepared a, Prepared b, bool inside)
    {
        if (a.Named.Count != b.Named.Count)
        {
            return true;
        }
        for (var i = 0; i < a.Named.Count; i++)
        {
            if (MayDiffer(a.Named[i], b.Named[i], true))
            {
                return true;
            }
        }
        if (inside)
        {
            if (a.Members.Count != b.Members.Count || (a.Matte is null) != (b.Matte is null))
            {
                return true;
            }
            for (var i = 0; i < a.Members.Count; i++)
            {
                if (MayDiffer(a.Members[i], b.Members[i], true))
                {
                    return true;
                }
            }
            if (a.Matte is not null && MayDiffer(a.Matte, b.Matte!, true))
            {
                return true;
            }
        }
        for (Prepared? x = a, y = b; ; (x, y) = (x.Carrier, y.Carrier))
        {
            if (x is null || y is null)
            {
                return !ReferenceEquals(x, y);
            }
            if (
                !ReferenceEquals(x.Layer, y.Layer)
                || (x != a && NamedDiffer(x, y))
                || (
                    x != a
                    && x.Layer.Content.Kind.IsGroup
                    && !x.Members.Select(m => m.Layer).SequenceEqual(y.Members.Select(m => m.Layer), ReferenceEqualityComparer.Instance)
                )
            )
            {
                return true;
            }
        }
    }

    /// <summary>What hangs from a layer that fits others moves with its pivot.</summary>
    private static bool NamedDiffer(Prepared a, Prepared b) => a.Named.Count != b.Named.Count || a.Named.Where((n, i) => MayDiffer(n, b.Named[i], true)).Any();

    /// <summary>What the ids of all layers begin with that are in the same graphic.</summary>
    private static string WithinOf(string id) => id[..(id.LastIndexOf(Unfolding.Within) + 1)];

    private static Drawing Draw(Layer layer, DrawContext at)
    {
        try
        {
            return layer.Content.Kind.Draw(layer.Content.Values, at);
        }
        catch (ProblemException e) when (e.Problem.Layer is null)
        {
            throw new ProblemException(e.Problem with { Layer = layer.Name });
        }
    }
}
