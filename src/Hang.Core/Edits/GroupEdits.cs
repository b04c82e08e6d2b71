using System.Collections.Immutable;
using Hang.Core.Contents;
using Hang.Core.Documents;
using Hang.Core.Layers;
using Hang.Scene;
using Hang.Scene.Typesetting;

namespace Hang.Core.Edits;

/// <summary>Puts layers into a new group, which stands where the frontmost of them stood. Nothing on the screen moves.</summary>
/// <param name="At">The frame shown.</param>
public sealed record GroupLayers(ImmutableArray<string> Layers, int At = 0) : Edit
{
    public override Sentence Describe(Graphic graphic) => $"Group {Layers.Length} layers";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper)
    {
        var chosen = Layers.Distinct().Select(graphic.Layer).ToArray();
        if (chosen.Length == 0)
        {
            throw new ProblemException($"There is nothing to group.", $"Select one layer or more.");
        }
        // A member of a chosen group stays in that group.
        var outer = chosen.Where(l => !chosen.Any(c => c.Id == l.Group)).ToArray();
        var within = outer.Select(l => l.Group).Distinct().ToArray() is [var one] ? one : null;
        var front = graphic.Layers.IndexOf(outer.MaxBy(l => graphic.Layers.IndexOf(l))!);
        var group = new Layer
        {
            Id = LayerIds.Free(graphic),
            Name = LayerNames.Free("Group", graphic.Layers.Select(l => l.Name)),
            Group = within,
            Content = Content.Of<GroupContent>(),
        };
        graphic = graphic with { Layers = graphic.Layers.Insert(front + 1, group) };
        foreach (var layer in outer)
        {
            graphic = graphic.With(Hanging.Keeping(graphic, layer, layer with { Group = group.Id }, At, shaper));
        }
        return graphic;
    }
}

/// <summary>Takes groups apart. Their members keep their place at a frame; opacity, blend, effects, mask and matte of the group are gone.</summary>
/// <param name="At">The frame shown.</param>
public sealed record DissolveGroups(ImmutableArray<string> Layers, int At = 0) : Edit
{
    public override Sentence Describe(Graphic graphic) =>
        Layers.Length == 1 ? (Sentence)$"Dissolve {NameOf(graphic, Layers[0])}" : $"Dissolve {Layers.Length} groups";

    public override Sentence? Note(Graphic before)
    {
        var lost = Layers
            .Select(id => before.Layers.FirstOrDefault(l => l.Id == id))
            .OfType<Layer>()
            .Where(l => !l.Effects.IsEmpty || l.Matte is not null || l.Blend != BlendMode.Normal || l.Own.Mentioned.Any(m => !LayerValues.IsPlace(m.Spec)))
            .ToArray();
        return lost.Length == 0
            ? null
            : (Sentence)
                $"What was done to {string.Join(", ", lost.Select(l => l.Name))} as a whole (opacity, blend, effects, mask or matte) is gone; undo brings it back.";
    }

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper)
    {
        var before = graphic;
        foreach (var id in Layers.Distinct())
        {
            var group = graphic.Layer(id);
            if (!group.Content.Kind.IsGroup)
            {
                throw new ProblemException($"It is no group.", $"Select a group.", group.Name);
            }
            foreach (var member in graphic.Layers.Where(l => l.Group == id).Select(l => l.Id).ToArray())
            {
                var layer = graphic.Layer(member);
                graphic = graphic.With(Hanging.Keeping(graphic, layer, layer with { Group = group.Group }, At, shaper));
            }
            foreach (var hanging in graphic.Layers.Where(l => l.HangsFrom == id).Select(l => l.Id).ToArray())
            {
                graphic = graphic.With(Hanging.From(graphic, graphic.Layer(hanging), group.HangsFrom, At, shaper));
            }
            graphic = graphic with
            {
                Layers =
                [
                    .. graphic
                        .Layers.Where(l => l.Id != id)
                        .Select(l => LayerReferences.Map(l.Matte?.Layer == id ? l with { Matte = null } : l, r => r == id ? null : r)),
                ],
            };
        }
        return GroupPivots.Kept(before, graphic, At, shaper);
    }
}

/// <summary>Puts layers into a group, or out of all groups. Nothing on the screen moves.</summary>
/// <param name="Group">The group's id; absent: none.</param>
/// <param name="At">The frame shown.</param>
public sealed record MoveIntoGroup(ImmutableArray<string> Layers, string? Group = null, int At = 0) : Edit
{
    public override Sentence Describe(Graphic graphic) => Group is null ? (Sentence)$"Take out of the group" : $"Put into {NameOf(graphic, Group)}";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper) => Layers.Aggregate(graphic, (g, id) =>
        {
            var layer = g.Layer(id);
            return GroupPivots.Kept(g, g.With(Hanging.Keeping(g, layer, layer with { Group = Group }, At, shaper)), At, shaper);
        });
}
