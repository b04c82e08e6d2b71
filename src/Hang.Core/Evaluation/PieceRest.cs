using Hang.Core.Contents;
using Hang.Core.Layers;
using Hang.Scene.Motion;

namespace Hang.Core.Evaluation;

/// <summary>When no piece of a layer moves by itself: nothing of the layer changes, nor did it within the time by which the last piece runs late.</summary>
internal sealed class PieceRest
{
    private const string Ending = "/rest";

    private readonly List<(double From, double To)> moving = [];

    /// <summary>Id of the strip that draws a layer's pieces as one.</summary>
    public static string IdOf(string whole) => whole + Ending;

    /// <summary>True for the strip that draws a layer's pieces as one while none moves; it or they show, never both.</summary>
    public static bool Is(string strip) => strip.EndsWith(Ending, StringComparison.Ordinal);

    /// <param name="steadyEffects">True: what is done to the pieces is done to all of them as one.</param>
    public PieceRest(Layer layer, IReadOnlyList<Piece> pieces, bool steadyEffects)
    {
        // An idle motion never rests, and runs late with each piece.
        IsEver = layer.Idles is null;
        var (first, last) = (Math.Min(0, pieces.Min(p => p.Delay)), Math.Max(0, pieces.Max(p => p.Delay)));
        IEnumerable<Channel> channels = layer.Own.Mentioned.Concat(layer.Content.Values.Mentioned).Select(m => m.Channel);
        foreach (var channel in steadyEffects ? channels : channels.Concat(layer.Effects.SelectMany(e => e.Values.Mentioned).Select(m => m.Channel)))
        {
            moving.AddRange(channel.Changes.Select(c => (c.From.At + (double)first, c.To.At + (double)last)));
        }
    }

    /// <summary>False for what always moves.</summary>
    public bool IsEver { get; }

    public bool At(double time)
    {
        foreach (var (from, to) in moving)
        {
            if (time > from && time < to)
            {
                return false;
            }
        }
        return true;
    }
}
