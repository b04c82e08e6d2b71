using System.Collections.Immutable;
using Hang.Core.Layers;
using Hang.Scene;
using Hang.Scene.Motion;
using Hang.Scene.Phases;
using Hang.Scene.Values;

namespace Hang.Core.Documents;

/// <summary>The rules that every document keeps, whether it was read from a file or made by an edit.</summary>
public static class GraphicRules
{
    /// <summary>Most keyframes of a graphic.</summary>
    public const int MostKeys = 100_000;

    /// <summary>Most pieces of type that move one by one, in all.</summary>
    public const int MostPieces = 8000;

    /// <summary>Most groups within each other, the layer itself counted, and most effects that one layer's picture goes through.</summary>
    private const int MostNested = 33,
        MostOverEachOther = 60;

    private const int MostName = 200;
    private const int MostIdles = 8;
    private const double FarTangent = 100_000;

    /// <summary>Returns the graphic, unchanged.</summary>
    /// <exception cref="ProblemException">A rule is broken; the field is the JSON pointer (RFC 6901) of the place.</exception>
    public static Graphic Demand(Graphic graphic)
    {
        DemandAlone(graphic);
        PlacedRules.Demand(graphic);
        return graphic;
    }

    /// <summary>The graphic after a change: what follows from what is placed, from roles and from fields made up, and every rule kept.</summary>
    /// <exception cref="ProblemException">A rule is broken; the field is the JSON pointer (RFC 6901) of the place.</exception>
    public static Graphic Settled(Graphic graphic) => Demand(FieldRules.Settle(Roles.Resolve(PlacedRules.Settle(graphic))));

    /// <summary>The same without those of the graphics that are placed in it.</summary>
    internal static void DemandAlone(Graphic graphic)
    {
        if (graphic.Version != Graphic.FormatVersion)
        {
            throw new ProblemException($"A document of version {graphic.Version} cannot be worked on.", $"Read it first.", field: "/hang");
        }
        Name(graphic.Name, "/name", null);
        Side(graphic.Width, "/width");
        Side(graphic.Height, "/height");
        Lengths(graphic.Phases);
        if (graphic.Layers.Length > Graphic.MostLayers)
        {
            throw new ProblemException($"The graphic has {graphic.Layers.Length} layers.", $"Keep it to {Graphic.MostLayers}.", field: "/layers");
        }
        if (graphic.MotionBlur is { Angle: not (>= 0 and <= 720) } blur)
        {
            throw new ProblemException($"A shutter angle of {blur.Angle}° is not possible.", $"Use 0 to 720; 180 is usual.", field: "/motionBlur/angle");
        }
        graphic.Palette?.Demand();
        graphic.Guides?.Demand();
        foreach (var (kind, hash, facts) in graphic.Sources.All)
        {
            if (!HashKind.IsHash(hash))
            {
                throw new ProblemException(
                    $"\"{Quoted.Short(hash)}\" is no content hash.",
                    $"Write \"sha256-\" and 64 hexadecimal digits.",
                    field: kind.At(hash)
                );
            }
            Name(facts.Name, $"{kind.At(hash)}/name", null);
            kind.Demand(hash, facts);
        }
        var ids = new Dictionary<string, int>(StringComparer.Ordinal);
        long keys = 0;
        for (var i = 0; i < graphic.Layers.Length; i++)
        {
            var layer = graphic.Layers[i];
            var at = $"/layers/{i}";
            Name(layer.Name, $"{at}/name", null);
            if (!Address.IsId(layer.Id) || !ids.TryAdd(layer.Id, i))
            {
                throw new ProblemException(
                    $"The id \"{Quoted.Short(layer.Id)}\" is no id, or is used twice.",
                    $"Give each layer an id of its own: 1 to 64 letters, digits and hyphens.",
                    layer.Name,
                    $"{at}/id"
                );
            }
            Span(graphic, layer, at);
            Motions(layer, at);
            Effects(layer, at);
            foreach (var value in layer.Mentioned())
            {
                keys += value.Channel.Keys.Length;
                Channel(graphic, layer, value, at);
            }
            layer.Content.Kind.Demand(layer.Content.Values, graphic, layer.Name, $"{at}/content");
        }
        if (keys > MostKeys)
        {
            throw new ProblemException($"The graphic has {keys} keyframes.", $"Keep it to {MostKeys}.", field: "/layers");
        }
        var pieces = graphic.Layers.Sum(l => (long)l.Content.Kind.PiecesOf(l.Content.Values));
        if (pieces > MostPieces)
        {
            throw new ProblemException(
                $"{pieces} letters, words or lines move one by one in this graphic.",
                $"Keep it to {MostPieces}: let some of the type move as one.",
                field: "/layers"
            );
        }
        Ties.Demand(graphic, ids);
        Nesting(graphic, ids);
        Documents.FieldRules.Demand(graphic);
    }

    /// <summary>A picture within a picture within a picture costs as much as all of them, at every frame.</summary>
    private static void Nesting(Graphic graphic, Dictionary<string, int> ids)
    {
        foreach (var layer in graphic.Layers)
        {
            var (depth, effects) = (0, 0);
            for (var at = layer; at is not null; at = at.Group is { } group ? graphic.Layers[ids[group]] : null)
            {
                (depth, effects) = (depth + 1, effects + at.Effects.Length);
            }
            if (depth > MostNested || effects > MostOverEachOther)
            {
                throw new ProblemException(
                    $"It lies in {depth - 1} groups, with {effects} effects over each other.",
                    $"Keep it to {MostNested - 1} groups and {MostOverEachOther} effects.",
                    layer.Name,
                    $"/layers/{ids[layer.Id]}/group"
                );
            }
        }
    }

    private static void Name(string name, string at, string? layer)
    {
        if (string.IsNullOrWhiteSpace(name) || name.Length > MostName || name.Any(char.IsControl))
        {
            throw new ProblemException($"A name is empty, too long or has control characters.", $"Use 1 to {MostName} ordinary characters.", layer, at);
        }
    }

    private static void Side(int side, string at)
    {
        if (side is < Graphic.LeastSide or > Graphic.MostSide)
        {
            throw new ProblemException($"A side of {side} pixels is outside what Hang works in.", $"Use {Graphic.LeastSide} to {Graphic.MostSide}.", field: at);
        }
    }

    /// <exception cref="ProblemException">The lengths are none that a graphic can have.</exception>
    public static void Lengths(PhaseLengths phases)
    {
        if (phases.Arrive < 0 || phases.Hold < 0 || phases.Leave < 0 || (long)phases.Arrive + phases.Hold + phases.Leave is < 1 or > PhaseLengths.MostFrames)
        {
            throw new ProblemException(
                $"Arrive {phases.Arrive}, Hold {phases.Hold} and Leave {phases.Leave} are no lengths for a graphic.",
                $"Use 0 or more frames for each, and 1 to {PhaseLengths.MostFrames} together.",
                field: "/phases"
            );
        }
    }

    private static void Span(Graphic graphic, Layer layer, string at)
    {
        var last = graphic.Phases.Total - 1;
        if (layer.In is { } first && (first < 0 || first > last))
        {
            throw new ProblemException($"The in point {first} lies outside the graphic's time.", $"Keep it within frames 0 to {last}.", layer.Name, $"{at}/in");
        }
        if (layer.Out is { } end && (end < (layer.In ?? 0) || end > last))
        {
            throw new ProblemException(
                $"The out point {end} lies before the in point or outside the graphic's time.",
                $"Keep it within frames {layer.In ?? 0} to {last}.",
                layer.Name,
                $"{at}/out"
            );
        }
    }

    private static void Motions(Layer layer, string at)
    {
        if (layer.Idles is { Count: > MostIdles })
        {
            throw new ProblemException($"The layer has more than {MostIdles} idle motions.", $"Take some away.", layer.Name, $"{at}/idles");
        }
        for (var i = 0; i < (layer.Idles?.Count ?? 0); i++)
        {
            layer.Idles![i].Demand(layer.Name, $"{at}/idles/{i}");
        }
    }

    private static void Effects(Layer layer, string at)
    {
        if (layer.Effects.Length > Layer.MostEffects)
        {
            throw new ProblemException($"The layer has {layer.Effects.Length} effects.", $"Keep it to {Layer.MostEffects}.", layer.Name, $"{at}/effects");
        }
        if (!layer.Effects.IsEmpty && layer.Content.Kind.IsInvisible)
        {
            throw new ProblemException(
                $"A {new Term(layer.Content.Kind.Name)} shows nothing, so it has no effects.",
                $"Put them on what hangs from it.",
                layer.Name,
                $"{at}/effects"
            );
        }
        if (layer.Masks.Length > Layer.MostMasks)
        {
            throw new ProblemException($"The layer has {layer.Masks.Length} masks.", $"Keep it to {Layer.MostMasks}.", layer.Name, $"{at}/masks");
        }
        if (!layer.Masks.IsEmpty && layer.Content.Kind.IsInvisible)
        {
            throw new ProblemException(
                $"A {new Term(layer.Content.Kind.Name)} shows nothing, so it has no masks.",
                $"Put them on what hangs from it.",
                layer.Name,
                $"{at}/masks"
            );
        }
        foreach (var list in PartList.All)
        {
            var ids = list.Of(layer).Select(p => p.Id).ToArray();
            for (var i = 0; i < ids.Length; i++)
            {
                if (!Address.IsId(ids[i]) || ids.AsSpan(0, i).Contains(ids[i]))
                {
                    throw new ProblemException(
                        $"The id \"{Quoted.Short(ids[i])}\" among the {list.Name} is no id, or is used twice.",
                        $"Give each an id of its own: 1 to 64 letters, digits and hyphens.",
                        layer.Name,
                        $"{at}/{list.Name}/{i}/id"
                    );
                }
            }
        }
    }

    private static void Channel(Graphic graphic, Layer layer, ValuePlace value, string at)
    {
        var (spec, channel) = (value.Spec, value.Channel);
        var place = $"{at}/{PointerOf(layer, value)}";
        if (spec is { } own && ReferenceEquals(layer.Own.Find(own.Name), own) && !LayerValues.Suits(own, layer.Content.Kind))
        {
            throw new ProblemException(
                layer.Content.Kind.IsOnStage
                    ? (Sentence)$"A {new Term(layer.Content.Kind.Name)} shows nothing, so it has no {spec.Name}."
                    : $"A {new Term(layer.Content.Kind.Name)} is nowhere on the stage, so it has no {spec.Name}.",
                $"Take it away.",
                layer.Name,
                place
            );
        }
        if (!channel.IsKeyed)
        {
            spec.Demand(channel.Constant, layer.Name, place);
        }
        for (var i = 0; i < channel.Keys.Length; i++)
        {
            Keyframe key = channel.Keys[i];
            if (key.At < 0 || key.At >= graphic.Phases.Total)
            {
                throw new ProblemException(
                    $"The keyframe at frame {key.At} lies outside the graphic's time.",
                    $"Keep it within frames 0 to {graphic.Phases.Total - 1}, or lengthen a phase first.",
                    layer.Name,
                    $"{place}/keys/{i}/at"
                );
            }
            spec.Demand(key.Value, layer.Name, $"{place}/keys/{i}/value");
            if (key.Bend is { } bend && (spec != LayerValues.Position || !(Size(bend.In) <= FarTangent) || !(Size(bend.Out) <= FarTangent)))
            {
                throw new ProblemException(
                    $"Only a position's path has tangents, and they reach at most 100000 px.",
                    $"Take the tangents away.",
                    layer.Name,
                    $"{place}/keys/{i}"
                );
            }
        }
    }

    /// <summary>Where a value stands in the layer's JSON.</summary>
    private static string PointerOf(Layer layer, ValuePlace value)
    {
        var words = value.Address.Words;
        return PartList.Find(words[0]) is { } list ? $"{list.Name}/{list.IndexOf(layer, words[1])}/{words[2]}"
            : layer.Own.Find(words[0]) is not null ? words[0]
            : $"content/{words[0]}";
    }

    private static double Size(Scene.Geometry.Point p) => Math.Max(Math.Abs(p.X), Math.Abs(p.Y));
}
