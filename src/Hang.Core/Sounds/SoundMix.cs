using System.Collections.Immutable;
using Hang.Core.Documents;
using Hang.Core.Layers;
using Hang.Core.Placing;
using Hang.Scene.Time;

namespace Hang.Core.Sounds;

/// <summary>
/// What is heard of a graphic: all its sound layers together, sample by sample. Frame 0 begins with sample 0; nothing depends on where reading begins.
/// </summary>
public sealed class SoundMix : ISamples
{
    private const int Piece = 4096;
    private readonly ImmutableArray<SoundPart> parts;

    /// <param name="sounds">The sound with that content hash.</param>
    /// <param name="guides">True: layers that no file has are heard too, as on the bench.</param>
    /// <param name="only">Id of the one layer that is heard; null: all.</param>
    public SoundMix(Graphic graphic, Func<string, ISamples> sounds, bool guides = false, string? only = null)
    {
        graphic = Unfolding.Heard(graphic);
        Count = SampleClock.StartOf(graphic.Rate, graphic.Phases.Total);
        parts =
        [
            .. Heard(graphic, guides)
                .Where(l => only is null || l.Id == only)
                .Select(l => new SoundPart(graphic, l, sounds(l.Content.Kind.Heard!.HashOf(l.Content.Values)))),
        ];
    }

    internal IEnumerable<SoundPart> Parts => parts;

    /// <summary>Samples of the whole graphic.</summary>
    public long Count { get; }

    /// <summary>True when nothing is ever heard.</summary>
    public bool IsSilent => parts.IsEmpty;

    /// <summary>The layers that are heard at all: those with a sound that are not hidden, nor in anything hidden.</summary>
    public static IEnumerable<Layer> Heard(Graphic graphic, bool guides = false)
    {
        var whole = Unfolding.Heard(graphic);
        return whole.Layers.Where(l => l.Content.Kind.Heard is not null && Holders(whole, l).All(h => !h.Hidden && (guides || !h.Guide)));
    }

    /// <summary>Writes samples of the mix, not yet limited to full scale. Before the graphic's first and after its last there is silence.</summary>
    public void Read(long first, Span<float> to)
    {
        to.Clear();
        Span<float> piece = new float[Math.Min(to.Length, Piece * ISamples.Channels)];
        foreach (var part in parts)
        {
            for (var done = 0; done < to.Length; done += piece.Length)
            {
                var here = to[done..Math.Min(to.Length, done + piece.Length)];
                part.Add(first + done / ISamples.Channels, here, piece);
            }
        }
    }

    /// <summary>The layer and all groups that it is in.</summary>
    internal static IEnumerable<Layer> Holders(Graphic graphic, Layer layer)
    {
        for (var at = layer; at is not null; at = at.Group is { } group ? graphic.Layers.FirstOrDefault(l => l.Id == group) : null)
        {
            yield return at;
        }
    }
}
