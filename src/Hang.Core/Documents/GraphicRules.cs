using Hang.Core.Layers;
using Hang.Core.Motion;
using Hang.Core.Phases;

namespace Hang.Core.Documents;

/// <summary>The rules that every document keeps, whether it was read from a file or made by an edit.</summary>
public static class GraphicRules
{
    private const int MostName = 200;
    private const int MostIdles = 8;
    private const double FarTangent = 100_000;

    /// <summary>Returns the graphic, unchanged.</summary>
    /// <exception cref="ProblemException">A rule is broken; the field is the JSON pointer (RFC 6901) of the place.</exception>
    public static Graphic Demand(Graphic graphic)
    {
        DemandVersion(graphic.Version);
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
            throw new ProblemException($"A shutter angle of {blur.Angle}° is not possible.", "Use 0 to 720; 180 is usual.", field: "/motionBlur/angle");
        }
        var ids = new HashSet<string>(StringComparer.Ordinal);
        for (var i = 0; i < graphic.Layers.Length; i++)
        {
            var layer = graphic.Layers[i];
            var at = $"/layers/{i}";
            if (layer.Id is not { Length: > 0 and <= 64 } || !ids.Add(layer.Id))
            {
                throw new ProblemException($"The id \"{layer.Id}\" is empty, too long or used twice.", "Give each layer an id of its own.", layer.Name, $"{at}/id");
            }
            Name(layer.Name, $"{at}/name", layer.Name);
            Content(graphic, layer, at);
            Span(graphic, layer, at);
            Motions(layer, at);
            Channels(graphic, layer, at);
        }
        for (var i = 0; i < graphic.Layers.Length; i++)
        {
            Hanging(graphic, graphic.Layers[i], $"/layers/{i}/hangsFrom");
        }
        return graphic;
    }

    /// <exception cref="ProblemException">It is not the version that this build reads.</exception>
    internal static void DemandVersion(int version)
    {
        if (version != Graphic.FormatVersion)
        {
            throw new ProblemException($"The document has format version {version}; this Hang reads version {Graphic.FormatVersion}.", "Open it with a Hang that knows that version.", field: "/hang");
        }
    }

    private static void Name(string name, string at, string? layer)
    {
        if (string.IsNullOrWhiteSpace(name) || name.Length > MostName || name.Any(char.IsControl))
        {
            throw new ProblemException("A name is empty, too long or has control characters.", $"Use 1 to {MostName} ordinary characters.", layer, at);
        }
    }

    private static void Side(int side, string at)
    {
        if (side is < Graphic.LeastSide or > Graphic.MostSide)
        {
            throw new ProblemException($"A side of {side} pixels is outside what Hang works in.", $"Use {Graphic.LeastSide} to {Graphic.MostSide}.", field: at);
        }
    }

    private static void Lengths(PhaseLengths phases)
    {
        if (phases.Arrive < 0 || phases.Hold < 0 || phases.Leave < 0
            || (long)phases.Arrive + phases.Hold + phases.Leave is < 1 or > PhaseLengths.MostFrames)
        {
            throw new ProblemException(
                $"Arrive {phases.Arrive}, Hold {phases.Hold} and Leave {phases.Leave} are no lengths for a graphic.",
                $"Use 0 or more frames for each, and 1 to {PhaseLengths.MostFrames} together.", field: "/phases");
        }
    }

    private static void Content(Graphic graphic, Layer layer, string at)
    {
        switch (layer)
        {
            case TypeLayer { Text.Length: > TypeLayer.MostCharacters }:
                throw new ProblemException($"The text has more than {TypeLayer.MostCharacters} characters.", "Split it over several layers.", layer.Name, $"{at}/text");
            case TypeLayer { Weight: < 1 or > 1000 } type:
                throw new ProblemException($"{type.Weight} is no font weight.", "Use 1 to 1000; 400 is regular, 700 bold.", layer.Name, $"{at}/weight");
            case PictureLayer picture when !graphic.Assets.ContainsKey(picture.Asset):
                throw new ProblemException("The layer's picture is not among the document's assets.", "Add the picture, or choose another.", layer.Name, $"{at}/asset");
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
            throw new ProblemException($"The out point {end} lies before the in point or outside the graphic's time.", $"Keep it within frames {layer.In ?? 0} to {last}.", layer.Name, $"{at}/out");
        }
    }

    private static void Motions(Layer layer, string at)
    {
        if (layer.Idles is { Count: > MostIdles })
        {
            throw new ProblemException($"The layer has more than {MostIdles} idle motions.", "Take some away.", layer.Name, $"{at}/idles");
        }
        for (var i = 0; i < (layer.Idles?.Count ?? 0); i++)
        {
            layer.Idles![i].Demand(layer.Name, $"{at}/idles/{i}");
        }
        if (layer is TypeLayer { Stagger: { } stagger })
        {
            stagger.Demand(layer.Name, $"{at}/stagger");
        }
    }

    private static void Channels(Graphic graphic, Layer layer, string at)
    {
        foreach (var (name, channel) in layer.Channels.Mentioned)
        {
            var key = JsonName.Of(name);
            var place = $"{at}/channels/{key}";
            if (!layer.ChannelNames.Contains(name))
            {
                throw new ProblemException($"This kind of layer has no channel {key}.", $"It has {string.Join(", ", layer.ChannelNames.Select(n => JsonName.Of(n)))}.", layer.Name, place);
            }
            var spec = ChannelSpec.Of(name);
            if (!channel.IsKeyed)
            {
                spec.Demand(channel.Constant, layer.Name, place);
            }
            for (var i = 0; i < channel.Keys.Length; i++)
            {
                Keyframe frame = channel.Keys[i];
                if (frame.At < 0 || frame.At >= graphic.Phases.Total)
                {
                    throw new ProblemException($"The keyframe at frame {frame.At} lies outside the graphic's time.", $"Keep it within frames 0 to {graphic.Phases.Total - 1}, or lengthen a phase first.", layer.Name, $"{place}/keys/{i}/at");
                }
                spec.Demand(frame.Value, layer.Name, $"{place}/keys/{i}/value");
                if (frame.Bend is { } bend && (name != ChannelName.Position || !(Size(bend.In) <= FarTangent) || !(Size(bend.Out) <= FarTangent)))
                {
                    throw new ProblemException("Only a position's path has tangents, and they must be finite.", "Take the tangents away.", layer.Name, $"{place}/keys/{i}");
                }
            }
        }
    }

    private static double Size(Geometry.Point p) => Math.Max(Math.Abs(p.X), Math.Abs(p.Y));

    private static void Hanging(Graphic graphic, Layer layer, string at)
    {
        var seen = new HashSet<string>(StringComparer.Ordinal) { layer.Id };
        for (var from = layer.HangsFrom; from is not null;)
        {
            var carrier = graphic.Layers.FirstOrDefault(l => l.Id == from)
                ?? throw new ProblemException($"It hangs from \"{from}\", which is not there.", "Hang it from a layer of this graphic, or from none.", layer.Name, at);
            if (!seen.Add(carrier.Id))
            {
                throw new ProblemException("It hangs from itself, directly or through others.", "Hang it from a layer that does not follow it.", layer.Name, at);
            }
            from = carrier.HangsFrom;
        }
    }
}
