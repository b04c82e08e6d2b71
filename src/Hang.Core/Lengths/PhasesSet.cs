using Hang.Core.Documents;
using Hang.Core.Layers;
using Hang.Scene;
using Hang.Scene.Phases;

namespace Hang.Core.Lengths;

/// <summary>
/// A graphic with other lengths of its phases. Keyframes keep their distance to the start of their phase, so a longer Hold moves all of Leave.
/// </summary>
public static class PhasesSet
{
    /// <summary>The shortest Hold that the keyframes in it allow, in frames: each keeps its distance to the start of its phase.</summary>
    public static int LeastHold(Graphic graphic)
    {
        var phases = graphic.Phases;
        var keys = graphic.Layers.SelectMany(l => l.Mentioned()).SelectMany(v => v.Channel.Keys).Select(k => k.At).Where(k => phases.At(k) == Phase.Hold);
        return Math.Max(phases.Arrive + phases.Leave > 0 ? 0 : 1, keys.Select(k => k - phases.HoldStart + 1).DefaultIfEmpty(0).Max());
    }

    /// <exception cref="ProblemException">The lengths are none, or a keyframe would be left outside of its phase.</exception>
    public static Graphic Of(Graphic graphic, PhaseLengths phases)
    {
        if (phases.Arrive < 0 || phases.Hold < 0 || phases.Leave < 0 || (long)phases.Arrive + phases.Hold + phases.Leave > PhaseLengths.MostFrames)
        {
            throw new ProblemException(
                $"Arrive {phases.Arrive}, Hold {phases.Hold} and Leave {phases.Leave} are no lengths for a graphic.",
                $"Use 0 or more frames for each, and 1 to {PhaseLengths.MostFrames} together.",
                field: "phases"
            );
        }
        var before = graphic.Phases;
        foreach (var layer in graphic.Layers)
        {
            foreach (var value in layer.Mentioned())
            {
                foreach (var key in value.Channel.Keys)
                {
                    var phase = before.At(key.At);
                    var (last, next) = phase switch
                    {
                        Phase.Arrive => (key.At + 1, phases.Arrive),
                        Phase.Hold => (key.At - before.HoldStart + 1, phases.Hold),
                        _ => (key.At - before.LeaveStart + 1, phases.Leave),
                    };
                    if (next < last)
                    {
                        throw new ProblemException(
                            $"{new Term(phase.ToString())} cannot be {next} frames long, because a keyframe stands {last - 1} frames into it.",
                            $"Make {new Term(phase.ToString())} {last} frames or more, or move the keyframe first.",
                            layer.Name,
                            value.Address.Text
                        );
                    }
                }
            }
        }
        return graphic with
        {
            Phases = phases,
            Layers = [.. graphic.Layers.Select(l => Spanned(l, before, phases).MapKeys((_, k) => k with { At = before.Move(k.At, phases) }))],
        };
    }

    /// <summary>In and out points move with their phase, and stay within the graphic.</summary>
    private static Layer Spanned(Layer layer, PhaseLengths before, PhaseLengths phases)
    {
        var last = Math.Max(0, phases.Total - 1);
        if (layer.In is null && layer.Out is null)
        {
            return layer;
        }
        int? first = layer.In is { } i ? Math.Clamp(before.Move(i, phases), 0, last) : null;
        return layer with { In = first, Out = layer.Out is { } o ? Math.Clamp(before.Move(o, phases), first ?? 0, last) : null };
    }
}
