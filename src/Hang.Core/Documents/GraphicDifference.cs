using System.Collections.Immutable;
using Hang.Core.Layers;
using Hang.Scene;
using Hang.Scene.Json;

namespace Hang.Core.Documents;

/// <summary>What differs between two graphics, in words: what is new, what is gone, and which values of which layers are other ones.</summary>
public static class GraphicDifference
{
    private const int MostSaid = 12;

    /// <summary>A line for each difference, the most important first; empty for graphics that are the same.</summary>
    public static ImmutableArray<Sentence> Between(Graphic before, Graphic after)
    {
        var said = Lines(before, after).ToArray();
        return said.Length <= MostSaid ? [.. said] : [.. said.Take(MostSaid), $"and {said.Length - MostSaid} more"];
    }

    private static IEnumerable<Sentence> Lines(Graphic before, Graphic after)
    {
        if (before.Name != after.Name)
        {
            yield return $"Was called {before.Name}";
        }
        if (before.Kind != after.Kind)
        {
            yield return $"Kind: {new Term(JsonName.Of(before.Kind))}, now {new Term(JsonName.Of(after.Kind))}";
        }
        if ((before.Width, before.Height) != (after.Width, after.Height))
        {
            yield return $"Size: {before.Width} × {before.Height}, now {after.Width} × {after.Height}";
        }
        if (before.Rate != after.Rate)
        {
            yield return $"Rate: {before.Rate.ToString()}, now {after.Rate.ToString()}";
        }
        if (before.Phases != after.Phases)
        {
            var (had, has) = (before.Phases, after.Phases);
            yield return $"Phases: {had.Arrive}, {had.Hold}, {had.Leave}, now {has.Arrive}, {has.Hold}, {has.Leave}";
        }
        if (!(before.Fields ?? []).SequenceEqual(after.Fields ?? []))
        {
            yield return $"Fields are other ones";
        }
        if (!(before.Palette?.DefinesTheSame(after.Palette) ?? after.Palette is null))
        {
            yield return $"Colours of the package are other ones";
        }
        if (before.Palette?.Current is { } was && after.Palette?.Current is { } shown && was != shown)
        {
            yield return $"Colourway: {was}, now {shown}";
        }
        var old = before.Layers.ToDictionary(l => l.Id, StringComparer.Ordinal);
        foreach (var layer in after.Layers)
        {
            if (!old.Remove(layer.Id, out var earlier))
            {
                yield return $"{layer.Name}: new";
            }
            else if (Values(earlier, layer).ToArray() is { Length: > 0 } values)
            {
                yield return $"{layer.Name}: {Sentence.Joined(", ", values)}";
            }
            else if (Codecs.Write(earlier) != Codecs.Write(layer))
            {
                yield return earlier.Name != layer.Name ? (Sentence)$"{layer.Name}: was called {earlier.Name}" : $"{layer.Name}: changed";
            }
        }
        foreach (var gone in old.Values)
        {
            yield return $"{gone.Name}: gone";
        }
        if (
            !before
                .Layers.Select(l => l.Id)
                .Where(id => after.Layers.Any(l => l.Id == id))
                .SequenceEqual(after.Layers.Select(l => l.Id).Where(id => before.Layers.Any(l => l.Id == id)))
        )
        {
            yield return $"Layers are in another order";
        }
    }

    /// <summary>Labels of the values that are other ones.</summary>
    private static IEnumerable<Term> Values(Layer before, Layer after)
    {
        var old = before.Mentioned().ToDictionary(v => v.Address);
        foreach (var value in after.Mentioned())
        {
            if (!old.Remove(value.Address, out var was) || !was.Channel.Equals(value.Channel))
            {
                yield return value.Spec.Term;
            }
        }
        foreach (var gone in old.Values)
        {
            yield return gone.Spec.Term;
        }
    }
}
