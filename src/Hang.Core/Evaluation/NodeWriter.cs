using System.Collections.Immutable;
using System.Globalization;
using Hang.Core.Contents;
using Hang.Core.Documents;
using Hang.Core.Effects;
using Hang.Core.Layers;
using Hang.Scene.Geometry;
using Hang.Scene.Json;
using Hang.Scene.PaintList;

namespace Hang.Core.Evaluation;

/// <summary>Writes the paint list of a graphic: the nodes of each layer, groups around their members, mattes within what they cut.</summary>
/// <param name="before">Strips of the graphic before an edit, by id; those that stay the same are kept.</param>
/// <param name="guides">True: layers that are drawn after are seen.</param>
internal sealed class NodeWriter(Graphic graphic, Func<string, Strip?> before, bool guides)
{
    private readonly ImmutableArray<Node>.Builder nodes = ImmutableArray.CreateBuilder<Node>();
    private readonly HashSet<string> mattes = graphic.Layers.Select(l => l.Matte?.Layer).OfType<string>().ToHashSet(StringComparer.Ordinal);

    public ImmutableArray<Node> Write(IEnumerable<Prepared> layers)
    {
        foreach (var layer in layers.Where(l => l.Layer.Group is null))
        {
            Write(layer, "");
        }
        foreach (var node in nodes)
        {
            // What cuts a group is no picture of its own that could be smeared.
            node.Blurs = node.Strip.Paints && node.Strip.IsMarked && node.Strip.Opens == 0 && node.Layer.IsBlurred(graphic);
        }
        return nodes.ToImmutable();
    }

    /// <param name="within">Beginning of the ids of all nodes; not empty within a matte.</param>
    private void Write(Prepared layer, string within)
    {
        if (layer.Layer.Hidden || (layer.Layer.Guide && !guides))
        {
            return;
        }
        if (within.Length == 0 && mattes.Contains(layer.Layer.Id))
        {
            // Seen only as a matte; it still tells where it is.
            Marked(layer, within, layer.Drawing, null);
            return;
        }
        if (layer.Matte is not { } matte || matte.Layer.Hidden || (matte.Layer.Guide && !guides))
        {
            WritePlain(layer, within, BlendOf(layer.Layer));
            return;
        }
        var whole = Open(layer, $"{within}{layer.Layer.Id}/cut", BlendOf(layer.Layer), new StepWriter());
        WritePlain(layer, within, "normal");
        var steps = new StepWriter();
        if (layer.Layer.Matte!.By == MatteBy.Luma)
        {
            steps.Add(Ops.Luma, true, (_, v) => v[0] = 1);
        }
        var cut = Open(layer, $"{within}{layer.Layer.Id}/matte", layer.Layer.Matte.Inverted ? "cutOut" : "cutTo", steps);
        Write(matte, $"{within}{layer.Layer.Id}/matte/");
        Shut(layer, $"{within}{layer.Layer.Id}/matted", cut);
        Shut(layer, $"{within}{layer.Layer.Id}/cutted", whole);
    }

    private void WritePlain(Prepared layer, string within, string blend)
    {
        if (layer.Lamp is not null && LampLight.IsRaised(layer.Layer) && layer.Layer.Own[LayerValues.Onto].Constant.X != 0)
        {
            // Its shadow alone first, onto what is there: nothing is seen of it beside that.
            var shadow = new StepWriter();
            LampLight.Write(shadow, layer, true);
            WriteWith(layer, $"{within}{layer.Layer.Id}/shadow/", "onto", shadow);
        }
        WriteWith(layer, within, blend, EffectsOf(layer));
    }

    private void WriteWith(Prepared layer, string within, string blend, StepWriter effects)
    {
        if (layer.Layer.Content.Kind.IsGroup)
        {
            WriteGroup(layer, within, blend, effects);
        }
        else if (layer.Drawing.Pieces.Count > 0)
        {
            WritePieces(layer, within, blend, effects);
        }
        else
        {
            Whole(layer, within + layer.Layer.Id, layer.Drawing, 0, blend, effects, null);
        }
    }

    /// <summary>A layer, or a piece of one, that paints itself.</summary>
    /// <param name="isPiece">True for a piece: the whole is masked, not it.</param>
    private void Whole(
        Prepared layer,
        string id,
        Drawing drawing,
        int delay,
        string blend,
        StepWriter steps,
        Func<double, double>? opacity,
        bool isPiece = false
    )
    {
        var content = new StripWriter();
        drawing.Write(content);
        var writer = new StripWriter();
        Begin(writer, layer, drawing, delay);
        // One painted shape takes the opacity itself; several, or what is done to them, need a picture of their own.
        // Pieces are cut as a whole.
        var finish = isPiece ? Finish.None : Finish.Of(layer, graphic, PlaceOf(layer));
        var asPicture = steps.Steps.Count > 0 || blend != "normal" || content.Painting > 1 || finish.IsThere;
        if (asPicture && content.Painting > 0)
        {
            OpenIn(writer, blend, steps);
        }
        if (finish.IsThere && content.Painting > 0)
        {
            finish.Open(writer);
            writer.Append(content);
            finish.Close(writer);
        }
        else
        {
            writer.Append(content);
        }
        if (asPicture && content.Painting > 0)
        {
            writer.Close();
        }
        writer.Close();
        nodes.Add(new(layer, writer.Finish(id, layer.Layer.Id, before(id)), drawing, delay, opacity));
    }

    private void WritePieces(Prepared layer, string within, string blend, StepWriter effects)
    {
        var (id, pose, pieces) = (layer.Layer.Id, layer.Pose, layer.Drawing.Pieces);
        Marked(layer, within, layer.Drawing, null);
        // What stands still is done to the whole; what is keyed runs late with each piece, as all else of it does.
        var onWhole = effects.IsSteady;
        (int Frame, double Opacity) last = (-1, 1);
        // Pieces at the same opacity are one picture at that opacity, so that no joins show where they overlap.
        double Most(double time)
        {
            var frame = (int)Math.Floor(time);
            var known = last;
            if (known.Frame != frame)
            {
                var most = 0.0;
                foreach (var delay in pieces.Where(p => p.IsThere(frame)).Select(p => p.Delay).Distinct())
                {
                    most = Math.Max(most, pose.Opacity(frame - delay));
                }
                last = known = (frame, most);
            }
            return known.Opacity;
        }
        var needs = !pose.IsOpaque || blend != "normal" || (onWhole && effects.Steps.Count > 0);
        Node? whole = null;
        if (needs)
        {
            var always = blend != "normal" || (onWhole && effects.Steps.Count > 0);
            whole = Open(layer, $"{within}{id}/whole", blend, onWhole ? effects : new(), pose.HasSteadyOpacity, (time, v) =>
            {
                var most = Math.Clamp(Most(time), 0, 1);
                v[Ops.Group.On] = always || most < 1 ? 1 : 0;
                v[Ops.Group.Opacity] = (float)most;
            });
        }
        var finish = Finish.Of(layer, graphic, PlaceOf(layer));
        var masked = !finish.IsThere ? null : Open(layer, $"{within}{id}/masked", "normal", new StepWriter());
        // While no piece moves they are drawn as one: where letters touch, two half-covered edges are not one whole.
        var rests = new PieceRest(layer.Layer, pieces, onWhole);
        var atRest = rests.IsEver ? layer.Drawing.AtRest : null;
        double Share(double time, double delay) =>
            !needs ? pose.Opacity(time - delay)
            : Most(time) is > 0 and var most ? pose.Opacity(time - delay) / most
            : 0;
        if (atRest is not null)
        {
            Whole(layer, PieceRest.IdOf(within + id), atRest, 0, "normal", onWhole ? new() : effects, time => rests.At(time) ? Share(time, 0) : 0, true);
        }
        for (var i = 0; i < pieces.Count; i++)
        {
            var piece = pieces[i];
            var delay = piece.Delay;
            Whole(
                layer,
                string.Create(CultureInfo.InvariantCulture, $"{within}{id}/{i}"),
                piece.Drawing,
                delay,
                "normal",
                onWhole ? new() : effects,
                atRest is not null ? time => rests.At(time) || !piece.IsThere(time) ? 0 : Share(time, delay)
                    : needs || piece.IsBounded ? time => piece.IsThere(time) ? Share(time, delay) : 0
                    : null,
                true
            );
        }
        if (masked is not null)
        {
            var cut = new StripWriter();
            cut.Add(Ops.Place, [], [], 0, false, (time, v) => v[6] = PlaceNumbers.Put(layer.World(time), v) ? 1 : 0);
            finish.Write(cut);
            cut.Close();
            nodes.Add(new(layer, cut.Finish($"{within}{id}/masks", id, before($"{within}{id}/masks")), null, 0, null));
            Shut(layer, $"{within}{id}/masked/end", masked);
        }
        if (whole is not null)
        {
            Shut(layer, $"{within}{id}/end", whole);
        }
    }

    private void WriteGroup(Prepared group, string within, string blend, StepWriter effects)
    {
        var id = group.Layer.Id;
        var writer = new StripWriter();
        Begin(writer, group, group.Drawing, 0);
        var finish = Finish.Of(group, graphic, PlaceOf(group));
        OpenIn(writer, blend, effects, opaque: group.Pose.IsOpaque && !Blends(group) && !finish.IsThere);
        if (finish.IsThere)
        {
            finish.Open(writer);
        }
        // Mask and effects are the group's own; its members stand in the graphic's coordinates.
        writer.Add(Ops.Place, [], [], 0, false, (time, v) => v[6] = PlaceNumbers.Put(group.World(time).Inverse, v) ? 1 : 0);
        var open = new Node(group, writer.Finish(within + id, id, before(within + id)), group.Drawing, 0, null);
        nodes.Add(open);
        foreach (var member in group.Members)
        {
            Write(member, within);
        }
        var closer = new StripWriter();
        closer.Close();
        if (finish.IsThere)
        {
            finish.Close(closer);
        }
        closer.Close();
        closer.Close();
        open.End = nodes.Count;
        nodes.Add(new(group, closer.Finish($"{within}{id}/end", id, before($"{within}{id}/end")), null, 0, null));
    }

    /// <summary>A node that only tells where a layer is.</summary>
    private void Marked(Prepared layer, string within, Drawing drawing, Func<double, double>? opacity)
    {
        var writer = new StripWriter();
        Begin(writer, layer, drawing, 0);
        writer.Close();
        nodes.Add(new(layer, writer.Finish(within + layer.Layer.Id, layer.Layer.Id, before(within + layer.Layer.Id)), drawing, 0, opacity));
    }

    private Node Open(Prepared layer, string id, string blend, StepWriter steps, bool isSteady = true, Filler? fill = null)
    {
        var writer = new StripWriter();
        writer.OpenGroup(blend, steps, isSteady, fill ?? ((_, v) => (v[Ops.Group.On], v[Ops.Group.Opacity]) = (1, 1)));
        var node = new Node(layer, writer.Finish(id, layer.Layer.Id, before(id)), null, 0, null);
        nodes.Add(node);
        return node;
    }

    private void Shut(Prepared layer, string id, Node opener)
    {
        var writer = new StripWriter();
        writer.Close();
        opener.End = nodes.Count;
        nodes.Add(new(layer, writer.Finish(id, layer.Layer.Id, before(id)), null, 0, null));
    }

    /// <summary>Place, mark and clip; the node itself fills the first two.</summary>
    private static void Begin(StripWriter writer, Prepared layer, Drawing drawing, int delay)
    {
        writer.Add(Ops.Place, [], [], 0, true, (_, _) => { });
        writer.Add(Ops.Mark, [], [], 0, true, (_, _) => { });
        var pose = layer.Pose;
        if (pose.HasMask && !layer.Layer.Content.Kind.IsInvisible)
        {
            var isGroup = layer.Layer.Content.Kind.IsGroup;
            writer.Add(Ops.Clip, [], [Shape.Box, "nonzero", "no"], Shape.Count(Shape.Box), !isGroup && drawing.HasSteadyBox && pose.HasSteadyMask, (time, v) =>
            {
                var box = isGroup ? layer.BoxAt(time) : drawing.BoxAt(time);
                v[0] = pose.MaskAt(box, time - delay, out var edges) ? 1 : 0;
                Shape.WriteBox(edges, v[Ops.Clip.More.At..]);
            });
        }
    }

    /// <summary>A group within a strip: its opacity is that of the place around it.</summary>
    /// <param name="opaque">True when it need not be a picture of its own for its opacity.</param>
    private static void OpenIn(StripWriter writer, string blend, StepWriter steps, bool opaque = false)
    {
        var on = opaque && blend == "normal" && steps.Steps.Count == 0 ? 0 : 1;
        writer.OpenGroup(blend, steps, true, (_, v) => (v[Ops.Group.On], v[Ops.Group.Opacity]) = (on, 1));
    }

    /// <summary>What is drawn in pieces is a picture in the graphic's own coordinates.</summary>
    private EffectPlace PlaceOf(Prepared layer) =>
        layer.Drawing.Pieces.Count > 0
            ? new(time => layer.World(time).Map(layer.BoxAt(time)), false, graphic.Rate)
            : new(layer.BoxAt, layer.Layer.Content.Kind.IsGroup || layer.HasSteadyBox, graphic.Rate);

    private StepWriter EffectsOf(Prepared layer)
    {
        var steps = new StepWriter();
        var place = PlaceOf(layer);
        foreach (var effect in layer.Drawing.Pieces.Count > 0 ? layer.Layer.Effects : Finish.Last(layer.Layer))
        {
            effect.Kind.Write(steps, effect.Values, place);
        }
        if (layer.Layer.Own[LayerValues.Onto].Constant.X == 0)
        {
            LampLight.Write(steps, layer, false);
        }
        return steps;
    }

    /// <summary>True when something in a group is mixed with what lies behind it: it must not see through the group.</summary>
    private static bool Blends(Prepared group) => group.Members.Any(m => m.Layer.Blend != BlendMode.Normal || Blends(m));

    private static string BlendOf(Layer layer) => JsonName.Of(layer.Blend);
}
