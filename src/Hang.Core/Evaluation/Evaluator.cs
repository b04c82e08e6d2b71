using System.Collections.Immutable;
using Hang.Core.Documents;
using Hang.Core.Geometry;
using Hang.Core.Layers;
using Hang.Core.Motion;
using Hang.Core.Typesetting;

namespace Hang.Core.Evaluation;

/// <summary>
/// Turns a graphic and a frame into a scene. The type is set once; after that every frame is plain arithmetic, with no clock, no
/// randomness and no I/O, and safe on any number of threads.
/// </summary>
public sealed class Evaluator
{
    private readonly Dictionary<string, Layer> byId;
    private readonly ImmutableArray<Shown> shown;

    /// <exception cref="ProblemException">A type layer names a family that does not ship.</exception>
    public Evaluator(Graphic graphic, ITypeShaper shaper, Evaluator? previous = null)
    {
        Graphic = graphic;
        byId = graphic.Layers.ToDictionary(l => l.Id, StringComparer.Ordinal);
        var before = previous?.shown.ToDictionary(s => s.Layer.Id, StringComparer.Ordinal);
        shown = [.. graphic.Layers.Where(l => !l.Hidden).Select(l => Prepare(l, shaper, before?.GetValueOrDefault(l.Id)))];
        Contents = [.. shown.Select(s => s.Content)];
    }

    public Graphic Graphic { get; }

    /// <summary>What the nodes of every scene draw, from the back to the front.</summary>
    public ImmutableArray<NodeContent> Contents { get; }

    /// <summary>The scene at a frame.</summary>
    /// <param name="frame">0 or more; after the last frame the picture stands still.</param>
    public Scene At(int frame)
    {
        var nodes = ImmutableArray.CreateBuilder<DrawNode>(shown.Length);
        for (var i = 0; i < shown.Length; i++)
        {
            var values = new float[Slots.Count(shown[i].Content.Kind)];
            Fill(i, frame, values);
            nodes.Add(new(shown[i].Content, values));
        }
        return new(Graphic.Width, Graphic.Height, nodes.MoveToImmutable());
    }

    /// <summary>Writes the numbers of one node at one frame.</summary>
    /// <param name="node">Index into <see cref="Contents"/>.</param>
    /// <param name="values">Room for <see cref="Slots.Count"/> numbers.</param>
    public void Fill(int node, int frame, Span<float> values)
    {
        var (layer, content) = shown[node];
        var channels = layer.Channels;
        var box = BoxOf(layer, content, frame);
        var world = World(layer, box, frame);
        Put(values, Slots.Matrix, world.A, world.B, world.C, world.D);
        values[4] = (float)world.E;
        values[5] = (float)world.F;
        values[Slots.Opacity] = (float)Math.Clamp(channels[ChannelName.Opacity].At(frame).X, 0, 1);
        var mask = channels[ChannelName.Mask].At(frame);
        values[Slots.Masked] = mask == ChannelSpec.Of(ChannelName.Mask).Default ? 0 : 1;
        Put(values, Slots.Mask, box.Left + box.Width * mask.X, box.Top + box.Height * mask.Y, box.Left + box.Width * mask.Z, box.Top + box.Height * mask.W);
        Put(values, Slots.Box, box.Left, box.Top, box.Right, box.Bottom);
        switch (content.Kind)
        {
            case NodeKind.Plate:
                values[Slots.Size] = (float)box.Width;
                values[Slots.Size + 1] = (float)box.Height;
                Put(values, Slots.Corners, NotNegative(channels[ChannelName.Corners].At(frame)));
                Put(values, Slots.PlateFill, channels[ChannelName.Fill].At(frame));
                break;
            case NodeKind.Glyphs:
                values[Slots.Unit] = (float)(Math.Max(0, channels[ChannelName.TypeSize].At(frame).X) / 1000);
                values[Slots.Tracking] = (float)channels[ChannelName.Tracking].At(frame).X;
                values[Slots.Leading] = (float)(channels[ChannelName.Leading].At(frame).X * 1000);
                Put(values, Slots.GlyphsFill, channels[ChannelName.Fill].At(frame));
                break;
            case NodeKind.Picture:
                values[Slots.Size] = (float)box.Width;
                values[Slots.Size + 1] = (float)box.Height;
                break;
        }
    }

    /// <summary>The layer's box in its own coordinates, and the matrix from those to pixels of the graphic, in full precision.</summary>
    public (Box Box, Matrix World) Place(Layer layer, int frame)
    {
        var content = shown.FirstOrDefault(s => s.Layer.Id == layer.Id)?.Content;
        var box = BoxOf(layer, content, frame);
        return (box, World(layer, box, frame));
    }

    /// <summary>True when a node's numbers can differ from those that <paramref name="other"/> gives, at any frame.</summary>
    public bool MayDiffer(int node, Evaluator other, int otherNode)
    {
        var (a, b) = (shown[node], other.shown[otherNode]);
        if (!ReferenceEquals(a.Content, b.Content))
        {
            return true;
        }
        for (Layer? x = a.Layer, y = b.Layer; ;)
        {
            if (!ReferenceEquals(x, y))
            {
                return true;
            }
            if (x?.HangsFrom is null)
            {
                return false;
            }
            (x, y) = (byId[x.HangsFrom], other.byId[y!.HangsFrom!]);
        }
    }

    private static Shown Prepare(Layer layer, ITypeShaper shaper, Shown? before)
    {
        switch (layer)
        {
            case TypeLayer type:
                if (before is { Layer: TypeLayer old } && old.Text == type.Text && old.Family == type.Family && old.Weight == type.Weight && old.Align == type.Align)
                {
                    return before with { Layer = layer };
                }
                return new(layer, new(layer.Id, NodeKind.Glyphs, SetType.Of(type, shaper)));
            case PictureLayer picture:
                return before is { Layer: PictureLayer pictured } && pictured.Asset == picture.Asset
                    ? before with { Layer = layer }
                    : new(layer, new(layer.Id, NodeKind.Picture, Asset: picture.Asset));
            default:
                return before is { Layer: PlateLayer } ? before with { Layer = layer } : new(layer, new(layer.Id, NodeKind.Plate));
        }
    }

    private Matrix World(Layer layer, Box box, int frame)
    {
        var local = Local(layer, box, frame);
        return layer.HangsFrom is { } from && byId.TryGetValue(from, out var carrier) ? Place(carrier, frame).World * local : local;
    }

    /// <summary>CSS Transforms 1, section 5: translate to the position, then scale and turn about the pivot.</summary>
    private static Matrix Local(Layer layer, Box box, int frame)
    {
        var channels = layer.Channels;
        var position = channels[ChannelName.Position].At(frame);
        var scale = channels[ChannelName.Scale].At(frame);
        var turn = channels[ChannelName.Turn].At(frame).X;
        if (turn == 0 && scale is { X: 1, Y: 1 })
        {
            return Matrix.Translate(position.X, position.Y);
        }
        var pivot = channels[ChannelName.Pivot].At(frame);
        var (px, py) = (box.Left + box.Width * pivot.X, box.Top + box.Height * pivot.Y);
        return Matrix.Translate(position.X + px, position.Y + py) * Matrix.Turn(turn) * Matrix.Scale(scale.X, scale.Y) * Matrix.Translate(-px, -py);
    }

    private static Box BoxOf(Layer layer, NodeContent? content, int frame)
    {
        if (layer is not TypeLayer)
        {
            var size = layer.Channels[ChannelName.Size].At(frame);
            return new(0, 0, Math.Max(0, size.X), Math.Max(0, size.Y));
        }
        if (content?.Glyphs is not { } type)
        {
            return Box.Empty;
        }
        var unit = Math.Max(0, layer.Channels[ChannelName.TypeSize].At(frame).X) / 1000;
        var box = type.Box(layer.Channels[ChannelName.Tracking].At(frame).X, layer.Channels[ChannelName.Leading].At(frame).X * 1000);
        return new(box.Left * unit, box.Top * unit, box.Right * unit, box.Bottom * unit);
    }

    private static ChannelValue NotNegative(ChannelValue v) => new(Math.Max(0, v.X), Math.Max(0, v.Y), Math.Max(0, v.Z), Math.Max(0, v.W));

    private static void Put(Span<float> values, int slot, ChannelValue v) => Put(values, slot, v.X, v.Y, v.Z, v.W);

    private static void Put(Span<float> values, int slot, double a, double b, double c, double d)
    {
        values[slot] = (float)a;
        values[slot + 1] = (float)b;
        values[slot + 2] = (float)c;
        values[slot + 3] = (float)d;
    }

    private sealed record Shown(Layer Layer, NodeContent Content);
}
