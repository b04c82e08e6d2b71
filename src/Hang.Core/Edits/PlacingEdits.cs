using System.Collections.Immutable;
using Hang.Core.Contents;
using Hang.Core.Documents;
using Hang.Core.Evaluation;
using Hang.Core.Layers;
using Hang.Core.Placing;
using Hang.Scene;
using Hang.Scene.Typesetting;
using Hang.Scene.Values;

namespace Hang.Core.Edits;

/// <summary>
/// Places a graphic in front of all layers: it begins at a frame, or sooner where it would not be over at the end, and lasts as long as it lasts by itself;
/// in the midst, smaller where it would not fit.
/// </summary>
/// <param name="Key">The id that it has on the rack.</param>
/// <param name="Graphic">With its pictures, sounds and roles.</param>
/// <param name="At">The frame with which it begins.</param>
public sealed record PlaceGraphic(string Key, Graphic Graphic, int At = 0) : Edit
{
    public override Sentence Describe(Graphic graphic) => $"Place {Graphic.Name}";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper)
    {
        var known = Bringing.With(graphic, Key, Graphic);
        var length = (int)Math.Max(1, Math.Round(Graphic.Rate.Seconds(Graphic.Phases.Total) * graphic.Rate.PerSecond, MidpointRounding.AwayFromZero));
        var layer = new Layer
        {
            Id = LayerIds.Free(graphic),
            Name = LayerNames.Free(Graphic.Name, graphic.Layers.Select(l => l.Name)),
            Content = Content.Of<PlacedGraphic>().With(PlacedGraphic.Of, Value.Of(Key)),
        };
        var first = Math.Clamp(At, 0, Math.Max(0, graphic.Phases.Total - length));
        layer = Spans.Of(graphic, layer, first, first + length - 1);
        known = known with { Layers = known.Layers.Add(layer) };
        var scale = Math.Min(1, Math.Min((double)graphic.Width / Graphic.Width, (double)graphic.Height / Graphic.Height));
        var (left, top) = ((graphic.Width - scale * Graphic.Width) / 2, (graphic.Height - scale * Graphic.Height) / 2);
        if (scale == 1 && left == 0 && top == 0)
        {
            return known;
        }
        // Scale leaves the pivot in place, which is the middle of what the graphic shows.
        var box = new Evaluator(known, shaper).Place(layer, first).Box;
        var (x, y) = ((box.Left + box.Right) / 2, (box.Top + box.Bottom) / 2);
        return known.With(
            layer with
            {
                Own = layer
                    .Own.With(LayerValues.Scale, new Value(scale, scale))
                    .With(LayerValues.Position, new Value(left - x * (1 - scale), top - y * (1 - scale))),
            }
        );
    }
}

/// <summary>Brings a placed graphic to what it has become on the rack; wherever it is placed, it is that now.</summary>
/// <param name="Key">The id that it has on the rack.</param>
public sealed record RenewPlaced(string Key, Graphic Graphic) : Edit
{
    public override Sentence Describe(Graphic graphic) => $"{Graphic.Name} was changed";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper) =>
        graphic.Placed?.ContainsKey(Key) == true ? Bringing.With(graphic, Key, Graphic) : graphic;
}

/// <summary>
/// Makes placed graphics groups of ordinary layers, as they are filled and timed. What they are made of on the rack does not reach them any more.
/// </summary>
public sealed record TakeApart(ImmutableArray<string> Layers) : Edit
{
    public override Sentence Describe(Graphic graphic) =>
        Layers.Length == 1 ? (Sentence)$"Take {NameOf(graphic, Layers[0])} apart" : $"Take {Layers.Length} graphics apart";

    public override Sentence? Note(Graphic before) =>
        before
            .Layers.Where(l => Layers.Contains(l.Id) && l.Content.Placed is { } key && before.Placed![key].Layers.Any(m => m.Idles is not null))
            .Select(l => l.Name)
            .ToArray()
            is { Length: > 0 } names
            ? (Sentence)$"Idle motions of {string.Join(", ", names)} now run in the phases of this graphic."
            : null;

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper)
    {
        foreach (var id in Layers.Distinct())
        {
            var layer = graphic.Layer(id);
            if (layer.Content.Kind.Places is null)
            {
                throw new ProblemException($"It is no placed graphic.", $"Select one.", layer.Name);
            }
            graphic = Apart(graphic, layer, shaper);
        }
        return graphic;
    }

    private static Graphic Apart(Graphic graphic, Layer layer, ITypeShaper shaper)
    {
        var (taken, time, _) = Unfolding.Taken(graphic, layer, shaper, Evaluator.PlacesBy(shaper));
        var last = graphic.Phases.Total - 1;
        if (taken.Palette?.Current != graphic.Palette?.Current)
        {
            // It shows another colourway than the rest: its colours stay what they are.
            taken = Documents.Roles.EachLayer(taken, c => c with { Role = null });
        }
        var next = Bringing.Under(graphic, taken);
        var group = Unfolding.AsGroup(layer, Unfolding.CutOf(graphic, layer, taken) ? taken : null);
        var ids = new Dictionary<string, string>(StringComparer.Ordinal);
        var place = next.Layers.IndexOf(next.Layer(layer.Id));
        next = next with { Layers = next.Layers.SetItem(place, group) };
        foreach (var member in taken.Layers)
        {
            var copy = member with { Id = LayerIds.Free(next), Name = LayerNames.Free(member.Name, next.Layers.Select(l => l.Name)) };
            ids.Add(member.Id, copy.Id);
            next = next with { Layers = next.Layers.Insert(place++, copy) };
        }
        foreach (var member in taken.Layers)
        {
            var copy = next.Layer(ids[member.Id]);
            var moved = Unfolding.Moved(member, taken, layer, "", time.Start);
            var tied = LayerReferences.Map(Cutting.InTime(moved, last), r => ids[r]) with
            {
                Id = copy.Id,
                Name = copy.Name,
                Group = member.Group is { } g ? ids[g] : layer.Id,
                HangsFrom = member.HangsFrom is { } from ? ids[from] : null,
                Matte = member.Matte is { } matte ? matte with { Layer = ids[matte.Layer] } : null,
                Hidden = moved.Hidden || moved.Out < 0 || moved.In > last,
            };
            next = next.With(Spans.Of(next, tied, moved.In!.Value, moved.Out!.Value));
        }
        return next;
    }
}

/// <summary>Makes a graphic of its own of some layers, and places it where they stood. The graphic is kept on the rack under the same id.</summary>
/// <param name="Key">The id that the new graphic has on the rack.</param>
/// <param name="Name">What it is called.</param>
public sealed record WrapUp(ImmutableArray<string> Layers, string Key, string Name) : Edit
{
    public override Sentence Describe(Graphic graphic) => $"Make {Name} of {Layers.Length} layers";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper)
    {
        var (wrapped, taken) = Wrapping.Of(graphic, Layers, Name);
        var ids = taken.Select(l => l.Id).ToHashSet(StringComparer.Ordinal);
        var outer = taken.Where(l => l.Group is null || !ids.Contains(l.Group)).ToArray();
        var front = outer.Max(graphic.Layers.IndexOf);
        // What its fields were filled with here stays so.
        var filled = (wrapped.Fields ?? []).ToDictionary(f => f.Name, f => Fields.Filling.Default(graphic, f), StringComparer.Ordinal);
        var layer = new Layer
        {
            Id = LayerIds.Free(graphic),
            Name = LayerNames.Free(Name, graphic.Layers.Where(l => !ids.Contains(l.Id)).Select(l => l.Name)),
            Group = outer[0].Group,
            Content = Content.Of<PlacedGraphic>().With(PlacedGraphic.Of, Value.Of(Key)).With(PlacedGraphic.Filled, FilledKind.Of(filled)),
        };
        var left = graphic with { Layers = [.. graphic.Layers.Insert(front + 1, layer).Where(l => !ids.Contains(l.Id))] };
        left = left with
        {
            Fields = left
                .Fields?.Select(f =>
                    f.Fills.All(t => ids.Contains(t.Layer))
                        ? f with
                        {
                            Fills = [new(layer.Id, new($"{PlacedGraphic.Filled.Name}/{FilledKind.Word(f.Name)}"))],
                        }
                        : f
                )
                .ToImmutableList(),
        };
        return Bringing.With(left, Key, wrapped);
    }
}

/// <summary>Takes graphics in that are placed, with all that they need.</summary>
internal static class Bringing
{
    /// <summary>The graphic with another among those that it can place.</summary>
    public static Graphic With(Graphic graphic, string key, Graphic placed)
    {
        if (PlacedRules.Has(placed, key))
        {
            throw new ProblemException($"{placed.Name} is placed in itself.", $"Take it out of itself first.", field: "placed");
        }
        return Shared(graphic, placed) with
        {
            Palette = graphic.Palette ?? placed.Palette,
            Placed = (graphic.Placed ?? Empty).SetItem(key, PlacedRules.Carried(placed)),
        };
    }

    /// <summary>The graphic with those that are placed in another.</summary>
    public static Graphic Under(Graphic graphic, Graphic placed) =>
        placed.Placed is { Count: > 0 } deeper
            ? graphic with
            {
                Placed = (graphic.Placed ?? Empty).SetItems(deeper.Where(d => graphic.Placed?.ContainsKey(d.Key) != true)),
            }
            : graphic;

    private static ImmutableSortedDictionary<string, Graphic> Empty => ImmutableSortedDictionary.Create<string, Graphic>(StringComparer.Ordinal);

    private static Graphic Shared(Graphic graphic, Graphic placed) => graphic with { Sources = graphic.Sources.With(placed.Sources) };
}
