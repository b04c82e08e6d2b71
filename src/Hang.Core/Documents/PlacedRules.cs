using System.Collections.Immutable;
using System.Runtime.CompilerServices;
using Hang.Scene;
using Hang.Scene.Sources;
using Hang.Scene.Values;

namespace Hang.Core.Documents;

/// <summary>The rules that placed graphics keep.</summary>
public static class PlacedRules
{
    /// <summary>Most graphics that are placed in one, however often.</summary>
    public const int Most = 100;

    /// <summary>How deep graphics may be placed in each other.</summary>
    public const int Deepest = 4;

    /// <summary>Most layers of a graphic with all that is placed in it.</summary>
    public const int MostLayers = 4000;

    /// <summary>A graphic as another carries it: without what the other has for all, its sources, roles and guides.</summary>
    public static Graphic Carried(Graphic graphic) => graphic with { Sources = SourceSet.Empty, Palette = null, Guides = null };

    /// <summary>The graphic without placed ones that no layer shows any more; the very same when there are none.</summary>
    public static Graphic Settle(Graphic graphic)
    {
        if (graphic.Placed is not { Count: > 0 } placed)
        {
            return graphic.Placed is null ? graphic : graphic with { Placed = null };
        }
        var used = graphic.Layers.Select(l => l.Content.Placed).OfType<string>().ToHashSet(StringComparer.Ordinal);
        if (placed.Keys.All(used.Contains))
        {
            return graphic;
        }
        var left = placed.RemoveRange(placed.Keys.Where(k => !used.Contains(k)));
        return graphic with { Placed = left.IsEmpty ? null : left };
    }

    /// <exception cref="ProblemException">A placed graphic is not as it should be, or they are too many or too deep.</exception>
    public static void Demand(Graphic graphic) => Demand(graphic, graphic, 1);

    /// <summary>The sources with which a placed graphic was found as it should be.</summary>
    private static readonly ConditionalWeakTable<Graphic, SourceSet> GoodWith = [];

    /// <param name="shared">The outermost, whose sources all of them show.</param>
    private static void Demand(Graphic graphic, Graphic shared, int depth)
    {
        if (graphic.Placed is not { Count: > 0 } placed)
        {
            return;
        }
        if (placed.Count > Most)
        {
            throw new ProblemException($"{placed.Count} graphics are placed in this one.", $"Keep it to {Most}.", field: "/placed");
        }
        if (depth > Deepest)
        {
            throw new ProblemException($"Graphics are placed in each other more than {Deepest} deep.", $"Take one of them apart.", field: "/placed");
        }
        foreach (var (key, inner) in placed)
        {
            if (!Address.IsId(key))
            {
                throw new ProblemException(
                    $"\"{Quoted.Short(key)}\" is no key of a placed graphic.",
                    $"Use 1 to 64 letters, digits and hyphens.",
                    field: "/placed"
                );
            }
            Demand(inner, shared, depth + 1);
            // Most edits change nothing of what is placed: what was good with the same sources still is.
            if (GoodWith.TryGetValue(inner, out var with) && ReferenceEquals(with, shared.Sources))
            {
                continue;
            }
            try
            {
                GraphicRules.DemandAlone(inner with { Sources = shared.Sources });
                GoodWith.AddOrUpdate(inner, shared.Sources);
            }
            catch (ProblemException e)
            {
                throw new ProblemException(
                    e.Problem with
                    {
                        Message = $"In {inner.Name}, which is placed here: {e.Problem.Message}",
                        Field = $"/placed/{key}{e.Problem.Field}",
                    }
                );
            }
        }
        if (LayersOf(graphic) > MostLayers)
        {
            throw new ProblemException(
                $"With all that is placed in it the graphic has more than {MostLayers} layers.",
                $"Place fewer graphics.",
                field: "/layers"
            );
        }
    }

    /// <summary>Layers of a graphic with all that is placed in it.</summary>
    private static long LayersOf(Graphic graphic)
    {
        // Each one once, however often it is placed.
        var sizes = graphic.Placed?.ToDictionary(p => p.Key, p => LayersOf(p.Value), StringComparer.Ordinal);
        return graphic.Layers.Sum(l => 1 + (l.Content.Placed is { } key ? sizes?.GetValueOrDefault(key) ?? 0 : 0));
    }

    /// <summary>True when a graphic with that key is placed in this one, at whatever depth.</summary>
    public static bool Has(Graphic graphic, string key) => graphic.Placed is { } placed && (placed.ContainsKey(key) || placed.Values.Any(p => Has(p, key)));

    /// <summary>The graphic with other keys for what is placed in it, at whatever depth: in a copy of a package the copies are placed.</summary>
    /// <param name="next">The key instead of one, or the same.</param>
    public static Graphic Rekeyed(Graphic graphic, Func<string, Graphic, string> next)
    {
        if (graphic.Placed is not { Count: > 0 } placed)
        {
            return graphic;
        }
        var keys = placed.ToDictionary(p => p.Key, p => next(p.Key, p.Value), StringComparer.Ordinal);
        // Two that became one could not be told apart any more.
        if (keys.Values.Distinct(StringComparer.Ordinal).Count() < keys.Count)
        {
            return graphic;
        }
        return graphic with
        {
            Placed = placed.ToImmutableSortedDictionary(p => keys[p.Key], p => Rekeyed(p.Value, next), StringComparer.Ordinal),
            Layers =
            [
                .. graphic.Layers.Select(l =>
                    l.Content.Placed is { } key && keys[key] != key
                        ? l with
                        {
                            Content = l.Content.With(l.Content.Kind.Places!.Of, Scene.Values.Value.Of(keys[key])),
                        }
                        : l
                ),
            ],
        };
    }

    /// <summary>The graphic and all that is placed in it, at whatever depth.</summary>
    public static IEnumerable<Graphic> AllOf(Graphic graphic) => (graphic.Placed?.Values.SelectMany(AllOf) ?? []).Prepend(graphic);
}
