using System.Collections.Immutable;
using System.Globalization;
using System.Security.Cryptography;
using System.Text;
using Hang.Core.Documents;
using Hang.Core.Layers;
using Hang.Core.Placing;
using Hang.Scene.Json;

namespace Hang.Core.Sounds;

/// <summary>A layer that is heard.</summary>
/// <param name="Key">Tells what is heard of it alone.</param>
public sealed record HeardLayer(string Id, string Key);

/// <summary>What a bench needs to know of how a graphic sounds.</summary>
/// <param name="Key">Tells what is heard: as long as it is the same, so is every sample. Empty for silence.</param>
/// <param name="Samples">Samples of the whole graphic.</param>
/// <param name="Beats">Frames in which something begins to be heard, rising.</param>
/// <param name="Loudness">Null while it is not known yet, and for silence.</param>
public sealed record Sounding(string Key, long Samples, ImmutableArray<HeardLayer> Layers, ImmutableArray<int> Beats, Loudness? Loudness)
{
    /// <summary>A text that tells what is heard of a graphic.</summary>
    /// <param name="only">Id of the one layer that counts; null: all.</param>
    public static string KeyOf(Graphic graphic, bool guides = true, string? only = null)
    {
        graphic = Unfolding.Heard(graphic);
        var text = new StringBuilder(string.Create(CultureInfo.InvariantCulture, $"{graphic.Rate} {graphic.Phases.Total} "));
        var heard = SoundMix.Heard(graphic, guides).Where(l => only is null || l.Id == only).ToArray();
        foreach (var layer in heard)
        {
            text.Append(
                Codecs.Write(
                    new Layer
                    {
                        Id = "l",
                        Name = "l",
                        Content = layer.Content,
                    }
                )
            );
            foreach (var holder in SoundMix.Holders(graphic, layer))
            {
                text.Append(CultureInfo.InvariantCulture, $" {holder.In}-{holder.Out}");
            }
        }
        return heard.Length == 0 ? "" : Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(text.ToString())));
    }
}
