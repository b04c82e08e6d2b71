using System.Collections.Immutable;
using System.Globalization;
using Hang.Core.Documents;
using Hang.Core.Geometry;
using Hang.Core.Layers;
using Hang.Core.Motion;
using Hang.Core.Phases;
using Hang.Core.Typesetting;

namespace Hang.Core.Evaluation;

/// <summary>
/// Turns a graphic and a frame into a scene. The type is set once; after that every frame is plain arithmetic, with no clock, no
/// randomness and no I/O, and safe on any number of threads.
/// </summary>
public sealed class Evaluator
{
    private readonly Dictionary<string, Prepared> byId;
    private readonly ImmutableArray<Node> nodes;

    /// <summary>Numbers of all nodes together.</summary>
    private readonly int slots;

    /// <exception cref="ProblemException">A type layer names a family that does not ship.</exception>
    public Evaluator(Graphic graphic, ITypeShaper shaper, Evaluator? previous = null)
    {
        Graphic = graphic;
        var samePhases = previous?.Graphic.Phases == graphic.Phases;
        byId = graphic.Layers.ToDictionary(l => l.Id, l => Prepare(l, shaper, previous?.byId.GetValueOrDefault(l.Id), samePhases, graphic.Phases), StringComparer.Ordinal);
        foreach (var layer in byId.Values)
        {
            layer.Carrier = layer.Pose.Layer.HangsFrom is { } from ? byId.GetValueOrDefault(from) : null;
        }
        nodes = [.. graphic.Layers.Where(l => !l.Hidden).SelectMany(l => byId[l.Id].Nodes)];
        slots = nodes.Sum(n => n.Standing.Length);
        Contents = [.. nodes.Select(n => n.Content)];
    }

    public Graphic Graphic { get; }

    /// <summary>What the nodes of every scene draw, from the back to the front.</summary>
    public ImmutableArray<NodeContent> Contents { get; }

    /// <summary>The scene at a frame.</summary>
    /// <param name="frame">0 or more; after the last frame the picture stands still.</param>
    public Scene At(int frame)
    {
        var drawn = ImmutableArray.CreateBuilder<DrawNode>(nodes.Length);
        // One piece of memory for all nodes' numbers: making many small ones would take as long as the arithmetic.
        var all = new float[slots];
        var start = 0;
        for (var i = 0; i < nodes.Length; i++)
        {
            var count = nodes[i].Standing.Length;
            Fill(nodes[i], frame, frame, all.AsSpan(start, count));
            drawn.Add(new(nodes[i].Content, all.AsMemory(start, count), Samples(i, frame)));
            start += count;
        }
        return new(Graphic.Width, Graphic.Height, drawn.MoveToImmutable());
    }

    /// <summary>Writes the numbers of one node at one moment.</summary>
    /// <param name="node">Index into <see cref="Contents"/>.</param>
    /// <param name="time">In frames; between two of them only for motion blur.</param>
    /// <param name="values">Room for <see cref="Slots.Count"/> numbers.</param>
    public void Fill(int node, double time, Span<float> values) => Fill(nodes[node], time, (int)Math.Floor(time), values);

    /// <summary>
    /// The moments within a frame's open shutter whose mean is the motion-blurred node, as rows of numbers like <see cref="Fill(int, double, Span{float})"/>'s;
    /// none for a node that is not to be blurred or does not move.
    /// </summary>
    public float[][] Samples(int node, int frame) => nodes[node].Layer.IsBlurred(Graphic) ? Shutter.Open(Graphic.MotionBlur ?? MotionBlur.Usual, nodes[node].Content.Kind, (time, values) => Fill(nodes[node], time, frame, values), frame) : [];

    /// <summary>The layer's box in its own coordinates, and the matrix from those to pixels of the graphic, in full precision.</summary>
    public (Box Box, Matrix World) Place(Layer layer, double time)
    {
        var prepared = byId[layer.Id];
        var box = prepared.BoxAt(time);
        return (box, World(prepared, prepared.Pose.PivotAt(box, time), time, time));
    }

    /// <summary>How far a layer shows at a frame, 0..1.</summary>
    public double OpacityOf(Layer layer, int frame) => layer.ShowsAt(frame) ? byId[layer.Id].Pose.Opacity(frame) : 0;

    /// <summary>True when a node's numbers can differ from those that <paramref name="other"/> gives, at any frame.</summary>
    public bool MayDiffer(int node, Evaluator other, int otherNode)
    {
        if (!ReferenceEquals(nodes[node].Content, other.nodes[otherNode].Content) || Graphic.Phases != other.Graphic.Phases || Graphic.MotionBlur != other.Graphic.MotionBlur)
        {
            return true;
        }
        for (Prepared? a = nodes[node].Layer, b = other.nodes[otherNode].Layer; ; (a, b) = (a.Carrier, b.Carrier))
        {
            if (a is null || b is null)
            {
                return !ReferenceEquals(a, b);
            }
            if (!ReferenceEquals(a.Pose.Layer, b.Pose.Layer))
            {
                return true;
            }
        }
    }

    private static void Fill(Node node, double time, int frame, Span<float> values)
    {
        var (pose, own) = (node.Layer.Pose, time - node.Delay);
        node.Standing.CopyTo(values);
        var pivot = node.SteadyPivot is { } steady ? steady : pose.PivotAt(node.BoxAt(time), own);
        var world = World(node.Layer, pivot, time, own);
        values[5] = (float)world.F;
        values[0] = (float)world.A;
        values[1] = (float)world.B;
        values[2] = (float)world.C;
        values[3] = (float)world.D;
        values[4] = (float)world.E;
        values[Slots.Opacity] = pose.Layer.ShowsAt(frame) ? (float)pose.Opacity(own) : 0;
        if (!node.IsPlain)
        {
            FillRest(node, node.BoxAt(time), time, own, values);
        }
    }

    /// <summary>All but the matrix and the opacity.</summary>
    private static void FillRest(Node node, in Box box, double time, double own, Span<float> values)
    {
        var pose = node.Layer.Pose;
        values[Slots.Masked] = pose.MaskAt(box, own, out var edges) ? 1 : 0;
        Put(values, Slots.Mask, edges);
        Put(values, Slots.Box, box);
        values[Slots.Blur] = (float)pose.Blur(own);
        switch (node.Content.Kind)
        {
            case NodeKind.Plate:
                values[Slots.Size] = (float)box.Width;
                values[Slots.Size + 1] = (float)box.Height;
                Put(values, Slots.Corners, NotNegative(pose.Corners.At(own)));
                Put(values, Slots.PlateFill, pose.Fill.At(own));
                break;
            case NodeKind.Glyphs:
                values[Slots.Unit] = (float)pose.Unit(time);
                values[Slots.Tracking] = (float)pose.Tracking(time);
                values[Slots.Leading] = (float)pose.Leading(time);
                Put(values, Slots.GlyphsFill, pose.Fill.At(own));
                break;
            case NodeKind.Picture:
                values[Slots.Size] = (float)box.Width;
                values[Slots.Size + 1] = (float)box.Height;
                break;
        }
    }

    /// <param name="time">The moment.</param>
    /// <param name="own">The moment for the layer itself, when it is a piece that runs late.</param>
    private static Matrix World(Prepared layer, in Point pivot, double time, double own)
    {
        var local = layer.Pose.Local(pivot, own);
        return layer.Carrier is { } carrier ? World(carrier, carrier.Pose.PivotAt(carrier.BoxAt(time), time), time, time) * local : local;
    }

    private static Prepared Prepare(Layer layer, ITypeShaper shaper, Prepared? before, bool samePhases, PhaseLengths phases)
    {
        if (before is not null && samePhases && ReferenceEquals(before.Pose.Layer, layer))
        {
            return new(before.Pose, before);
        }
        var kind = layer switch { PlateLayer => NodeKind.Plate, TypeLayer => NodeKind.Glyphs, PictureLayer => NodeKind.Picture, _ => NodeKind.Place };
        var old = before is not null && SameContent(before.Pose.Layer, layer) ? before : null;
        var type = layer is TypeLayer t ? old?.Pose.Type ?? SetType.Of(t, shaper) : null;
        var pose = new LayerPose(layer, type, phases);
        if (old is not null)
        {
            return new(pose, old, Delays(layer, old.Nodes.Length));
        }
        if (layer is not TypeLayer { Stagger: { } stagger, Text: var text })
        {
            return new(pose, [(new NodeContent(layer.Id, layer.Id, kind, type, (layer as PictureLayer)?.Asset), type)], [0]);
        }
        var pieces = type!.Split(text, stagger.By, shaper);
        (NodeContent, SetType?)[] parts =
        [
            (new NodeContent(layer.Id, layer.Id, NodeKind.Place, type.Emptied()), type),
            .. pieces.Select((p, i) => (new NodeContent(string.Create(CultureInfo.InvariantCulture, $"{layer.Id}/{i}"), layer.Id, NodeKind.Glyphs, p), (SetType?)p)),
        ];
        return new(pose, parts, Delays(layer, parts.Length));
    }

    /// <summary>Frames by which each node of a layer runs late: none for the layer's own place, ranks times the stagger for pieces.</summary>
    private static int[] Delays(Layer layer, int nodes) => layer is TypeLayer { Stagger: { } stagger }
        ? [0, .. stagger.Ranks(nodes - 1).Select(r => r * stagger.Every)]
        : [0];

    /// <summary>True when both layers draw the same things, wherever and whenever.</summary>
    private static bool SameContent(Layer a, Layer b) => (a, b) switch
    {
        (TypeLayer x, TypeLayer y) => x.Text == y.Text && x.Family == y.Family && x.Weight == y.Weight && x.Align == y.Align && x.Stagger?.By == y.Stagger?.By,
        (PictureLayer x, PictureLayer y) => x.Asset == y.Asset,
        _ => a.GetType() == b.GetType(),
    };

    private static ChannelValue NotNegative(in ChannelValue v) => new(Math.Max(0, v.X), Math.Max(0, v.Y), Math.Max(0, v.Z), Math.Max(0, v.W));

    private static void Put(Span<float> values, int slot, in ChannelValue v) => Put(values, slot, v.X, v.Y, v.Z, v.W);

    private static void Put(Span<float> values, int slot, in Box box) => Put(values, slot, box.Left, box.Top, box.Right, box.Bottom);

    private static void Put(Span<float> values, int slot, double a, double b, double c, double d)
    {
        values[slot + 3] = (float)d;
        values[slot] = (float)a;
        values[slot + 1] = (float)b;
        values[slot + 2] = (float)c;
    }

    /// <summary>A layer, what it hangs from, and its nodes.</summary>
    private sealed class Prepared
    {
        private readonly Box? steadyBox;

        public Prepared(LayerPose pose, IReadOnlyList<(NodeContent Content, SetType? Type)> parts, int[] delays)
        {
            Pose = pose;
            steadyBox = pose.HasSteadyBox ? pose.BoxAt(pose.Type, 0) : null;
            Nodes = [.. parts.Select((p, i) => new Node(this, p.Content, p.Type, delays[i]))];
        }

        public Prepared(LayerPose pose, Prepared before, int[]? delays = null)
            : this(pose, [.. before.Nodes.Select(n => (n.Content, n.Type))], delays ?? [.. before.Nodes.Select(n => n.Delay)])
        {
        }

        public LayerPose Pose { get; }

        public Prepared? Carrier { get; set; }

        public ImmutableArray<Node> Nodes { get; }

        public Box BoxAt(double time) => steadyBox ?? Pose.BoxAt(Pose.Type, time);

        public bool IsBlurred(Graphic graphic) => Pose.Layer.MotionBlur ?? graphic.MotionBlur?.On ?? false;
    }

    private sealed class Node
    {
        private readonly Box? steadyBox;

        public Node(Prepared layer, NodeContent content, SetType? type, int delay)
        {
            (Layer, Content, Type, Delay) = (layer, content, type, delay);
            steadyBox = layer.Pose.HasSteadyBox ? layer.Pose.BoxAt(type, 0) : null;
            SteadyPivot = layer.Pose.HasSteadyBox && layer.Pose.HasSteadyPivot ? layer.Pose.PivotAt(BoxAt(0), 0) : null;
            IsPlain = layer.Pose.HasSteadyBox && layer.Pose.HasSteadyLook;
            Standing = new float[Slots.Count(content.Kind)];
            FillRest(this, BoxAt(0), 0, 0, Standing);
        }

        public Prepared Layer { get; }

        public NodeContent Content { get; }

        public SetType? Type { get; }

        public int Delay { get; }

        /// <summary>The pivot in the layer's coordinates, when it never changes.</summary>
        public Point? SteadyPivot { get; }

        /// <summary>True when nothing but the matrix and the opacity changes.</summary>
        public bool IsPlain { get; }

        /// <summary>The numbers at frame 0, without matrix and opacity: those that never change need not be worked out again.</summary>
        public float[] Standing { get; }

        public Box BoxAt(double time) => steadyBox ?? Layer.Pose.BoxAt(Type, time);
    }
}
