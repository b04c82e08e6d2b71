using Hang.Core.Layers;
using Hang.Scene;

namespace Hang.Core.Documents;

/// <summary>What ties layers to each other: hanging, groups and mattes. All of them lead to layers that are there, and none in a circle.</summary>
internal static class Ties
{
    /// <param name="ids">Index of each layer by its id.</param>
    public static void Demand(Graphic graphic, Dictionary<string, int> ids)
    {
        for (var i = 0; i < graphic.Layers.Length; i++)
        {
            var layer = graphic.Layers[i];
            Known(
                layer,
                layer.HangsFrom,
                ids,
                $"/layers/{i}/hangsFrom",
                id => $"It hangs from \"{id}\", which is not there.",
                $"Hang it from a layer of this graphic, or from none."
            );
            Known(
                layer,
                layer.Group,
                ids,
                $"/layers/{i}/group",
                id => $"It is in \"{id}\", which is not there.",
                $"Put it into a group of this graphic, or into none."
            );
            Known(
                layer,
                layer.Matte?.Layer,
                ids,
                $"/layers/{i}/matte/layer",
                id => $"Its matte is \"{id}\", which is not there.",
                $"Choose a layer of this graphic."
            );
            foreach (var (place, id) in LayerReferences.Of(layer))
            {
                Known(
                    layer,
                    id,
                    ids,
                    $"/layers/{i}/{place.Address}",
                    id => $"{place.Spec.Term} names \"{id}\", which is not there.",
                    $"Choose layers of this graphic."
                );
            }
            var to = layer.HangsFrom ?? layer.Matte?.Layer;
            if (to is not null && (!layer.Content.Kind.IsOnStage || !graphic.Layers[ids[to]].Content.Kind.IsOnStage))
            {
                throw new ProblemException(
                    $"{(layer.Content.Kind.IsOnStage ? graphic.Layers[ids[to]].Name : layer.Name)} is nowhere on the stage: it neither hangs nor carries nor cuts.",
                    $"Choose another layer.",
                    layer.Name,
                    $"/layers/{i}/{(layer.HangsFrom is null ? "matte/layer" : "hangsFrom")}"
                );
            }
            if (layer.Group is { } group && !graphic.Layers[ids[group]].Content.Kind.IsGroup)
            {
                throw new ProblemException(
                    $"{graphic.Layers[ids[group]].Name} is no group.",
                    $"Put it into a group, or into none.",
                    layer.Name,
                    $"/layers/{i}/group"
                );
            }
        }
        // Following a carrier and lying in a group are one relation for the place of a layer, so both together must not go in a circle.
        NoCircle(
            graphic,
            ids,
            l => l.Carrier is { } c ? [c] : [],
            "hangsFrom",
            $"It follows itself, directly or through others.",
            $"Hang it from a layer that does not follow it."
        );
        NoCircle(
            graphic,
            ids,
            l => l.Group is { } g ? [g] : [],
            "group",
            $"The group is in itself, directly or through others.",
            $"Take it out of that group."
        );
        var members = graphic.Layers.ToLookup(l => l.Group ?? "", l => l.Id, StringComparer.Ordinal);
        NoCircle(
            graphic,
            ids,
            l => [.. LayerReferences.Of(l).Select(r => r.Id), .. l.Content.Kind.IsGroup ? members[l.Id] : []],
            "content",
            $"It depends on itself, directly or through others.",
            $"Choose a layer that does not depend on it."
        );
        // What a picture is made of: a group of its members, a layer of its matte. Read the other way round.
        NoCircle(
            graphic,
            ids,
            l => [.. l.Content.Kind.IsGroup ? members[l.Id] : [], .. l.Matte is { } m ? new[] { m.Layer } : []],
            "matte",
            $"Its matte is made of the layer itself.",
            $"Choose a matte that the layer is no part of."
        );
    }

    private static void Known(Layer layer, string? id, Dictionary<string, int> ids, string at, Func<string, Sentence> missing, Sentence remedy)
    {
        if (id is not null && !ids.ContainsKey(id))
        {
            throw new ProblemException(missing(Quoted.Short(id)), remedy, layer.Name, at);
        }
    }

    /// <summary>Walks along each tie once: a layer on the way that is met again closes a circle.</summary>
    private static void NoCircle(
        Graphic graphic,
        Dictionary<string, int> ids,
        Func<Layer, IReadOnlyList<string>> next,
        string member,
        Sentence message,
        Sentence remedy
    )
    {
        var state = new byte[graphic.Layers.Length];
        var way = new Stack<(int Layer, IReadOnlyList<string> Next, int Place)>();
        for (var i = 0; i < state.Length; i++)
        {
            if (state[i] != 0)
            {
                continue;
            }
            state[i] = 1;
            way.Push((i, next(graphic.Layers[i]), 0));
            while (way.TryPop(out var at))
            {
                if (at.Place == at.Next.Count)
                {
                    state[at.Layer] = 2;
                    continue;
                }
                way.Push(at with { Place = at.Place + 1 });
                var to = ids[at.Next[at.Place]];
                if (state[to] == 1)
                {
                    throw new ProblemException(message, remedy, graphic.Layers[at.Layer].Name, $"/layers/{at.Layer}/{member}");
                }
                if (state[to] == 0)
                {
                    state[to] = 1;
                    way.Push((to, next(graphic.Layers[to]), 0));
                }
            }
        }
    }
}
