using System.Collections.Concurrent;
using System.Collections.Immutable;
using System.Runtime.CompilerServices;
using Hang.Core.Contents;
using Hang.Core.Documents;
using Hang.Core.Fields;
using Hang.Core.Layers;
using Hang.Core.Lengths;
using Hang.Core.Masks;
using Hang.Core.Palettes;
using Hang.Core.Refitting;
using Hang.Scene;
using Hang.Scene.Registry;
using Hang.Scene.Typesetting;
using Hang.Scene.Values;

namespace Hang.Core.Placing;

/// <summary>
/// A graphic with each placed one as a group of its layers, which is all that is painted, measured and checked: nothing behind it knows of placed graphics.
/// Ids of those layers begin with that of the layer that places them, and a dot, which no id of a document has.
/// </summary>
public sealed class Unfolding
{
    /// <summary>What stands between the id of a layer and those of the layers of what it places.</summary>
    public const char Within = '.';

    private static readonly ConditionalWeakTable<ValueSet, ConcurrentDictionary<string, Placed>> Known = [];
    private static readonly ConditionalWeakTable<Layer, GroupOf> Groups = [];

    private readonly Dictionary<string, PlacedScope> scopes = new(StringComparer.Ordinal);
    private readonly List<(string Layer, Problem Problem)> problems = [];

    private Unfolding(Graphic whole) => Whole = whole;

    /// <summary>The graphic without placed ones; the very same where it has none.</summary>
    public Graphic Whole { get; private set; }

    /// <summary>What fields of placed graphics do not take, with the id of the layer that places each; there they are as they were made.</summary>
    public IReadOnlyList<(string Layer, Problem Problem)> Problems => problems;

    /// <summary>The scope of a layer; null for the graphic's own.</summary>
    public PlacedScope? ScopeOf(string layer) => scopes.GetValueOrDefault(layer);

    /// <summary>Id of the document's own layer that an unfolded one belongs to.</summary>
    public static string OwnId(string layer) => layer.IndexOf(Within) is > 0 and var end ? layer[..end] : layer;

    /// <summary>The graphic with the layers that are heard in what is placed in it; words are not filled, for which type would have to be measured.</summary>
    internal static Graphic Heard(Graphic graphic) => Of(graphic, null, null).Whole;

    /// <param name="shaper">Measures filled words; null: they are not filled.</param>
    /// <param name="placesOf">Measures graphics that are refitted; null: they keep their shape.</param>
    public static Unfolding Of(Graphic graphic, ITypeShaper? shaper, Func<Graphic, IPlaces>? placesOf)
    {
        var unfolding = new Unfolding(graphic);
        if (graphic.Placed is null || !graphic.Layers.Any(l => l.Content.Kind.Places is not null))
        {
            return unfolding;
        }
        var layers = ImmutableArray.CreateBuilder<Layer>();
        foreach (var layer in graphic.Layers)
        {
            if (layer.Content.Kind.Places is null)
            {
                layers.Add(layer);
                continue;
            }
            var placed = PlacedAs(graphic, layer, shaper, placesOf);
            layers.AddRange(placed.Layers);
            layers.Add(GroupFor(graphic, layer, placed));
            foreach (var (id, scope) in placed.Scopes)
            {
                unfolding.scopes[id] = scope;
            }
            unfolding.scopes[layer.Id] = new(placed.Own.Start, placed.Own.Graphic, "");
            unfolding.problems.AddRange(placed.Problems.Select(p => (layer.Id, p)));
        }
        unfolding.Whole = graphic with { Layers = layers.ToImmutable(), Placed = null };
        return unfolding;
    }

    /// <summary>What a layer places, as it is there: filled, recoloured, at the rate and with the Hold.</summary>
    internal static (Graphic Graphic, PlacedTime Time, ImmutableArray<Problem> Problems) Taken(
        Graphic graphic,
        Layer layer,
        ITypeShaper? shaper,
        Func<Graphic, IPlaces>? placesOf
    )
    {
        var values = layer.Content.Values;
        var placed = graphic.Placed![layer.Content.Placed!] with { Sources = graphic.Sources };
        var way = values[layer.Content.Kind.Places!.Colourway].Constant.Text;
        var palette = graphic.Palette is { } all && all.Colourways.Any(c => c.Name == way) ? all with { Current = way } : graphic.Palette;
        placed = Roles.Resolve(placed with { Palette = palette ?? placed.Palette });
        var problems = ImmutableArray.CreateBuilder<Problem>();
        foreach (var (name, text) in FilledKind.Of(values[layer.Content.Kind.Places!.Filled].Constant))
        {
            try
            {
                placed = shaper is not null
                    ? new Take(ImmutableSortedDictionary<string, string>.Empty.Add(name, text)).Of(placed, shaper)
                    : Unworded(placed, name, text);
            }
            catch (ProblemException e)
            {
                problems.Add(e.Problem with { Layer = layer.Name });
            }
        }
        if (layer.Content.Kind.Places!.IsRefitted(values) && placesOf is not null)
        {
            placed = Refitted.To(placed, graphic.Width, graphic.Height, placesOf);
        }
        placed = placed.Rate == graphic.Rate ? placed : Retiming.To(placed, graphic.Rate).Graphic;
        var time = PlacedTime.Of(graphic, layer, placed);
        return (time.Phases == placed.Phases ? placed : PhasesSet.Of(placed, time.Phases), time, problems.ToImmutable());
    }

    private static Graphic Unworded(Graphic placed, string name, string text) =>
        FieldPlace.Find(placed, Filling.Named(placed, name).Fills[0])?.Kind is TextKind ? placed : Filling.Fill(placed, name, text, null!);

    private static Placed PlacedAs(Graphic graphic, Layer layer, ITypeShaper? shaper, Func<Graphic, IPlaces>? placesOf)
    {
        var known = Known.GetOrCreateValue(layer.Content.Values);
        var original = graphic.Placed![layer.Content.Placed!];
        var (first, last) = (layer.In ?? 0, layer.Out ?? graphic.Phases.Total - 1);
        var under = shaper is null ? $"{layer.Id} heard" : layer.Id;
        if (known.TryGetValue(under, out var before) && before.Is(original, graphic, layer, first, last, shaper))
        {
            return before;
        }
        var (taken, time, problems) = Taken(graphic, layer, shaper, placesOf);
        var inner = Of(taken, shaper, placesOf);
        var prefix = $"{layer.Id}{Within}";
        var scopes = new Dictionary<string, PlacedScope>(StringComparer.Ordinal);
        var layers = ImmutableArray.CreateBuilder<Layer>();
        var own = new PlacedScope(time.Start, taken, prefix);
        foreach (var member in inner.Whole.Layers)
        {
            var moved = Moved(member, taken, layer, prefix, time.Start);
            layers.Add(moved);
            scopes[moved.Id] = inner.ScopeOf(member.Id) is { } deeper ? new(time.Start + deeper.Start, deeper.Graphic, prefix + deeper.Prefix) : own;
        }
        var said = problems.AddRange(inner.Problems.Select(p => p.Problem with { Layer = $"{layer.Name} › {p.Problem.Layer}" }));
        return known[under] = new(original, graphic, layer, first, last, shaper, layers.ToImmutable(), scopes, own, said);
    }

    /// <summary>A layer of a placed graphic in the time and under the ids of the one that it is in.</summary>
    internal static Layer Moved(Layer member, Graphic of, Layer within, string prefix, int start)
    {
        var moved = LayerReferences.Map(member.MapKeys((_, k) => k with { At = k.At + start }), id => prefix + id);
        return moved with
        {
            Id = prefix + member.Id,
            Name = $"{within.Name} › {member.Name}",
            Group = member.Group is { } group ? prefix + group : within.Id,
            HangsFrom = member.HangsFrom is { } from ? prefix + from : null,
            Matte = member.Matte is { } matte ? matte with { Layer = prefix + matte.Layer } : null,
            // What was there to draw after is part of no file, nor of what is placed.
            Hidden = member.Hidden || member.Guide,
            Guide = false,
            In = start + (member.In ?? 0),
            Out = start + (member.Out ?? of.Phases.Total - 1),
            MotionBlur = within.MotionBlur ?? member.MotionBlur ?? of.MotionBlur?.On,
        };
    }

    private static Layer GroupFor(Graphic graphic, Layer layer, Placed placed)
    {
        var cut = CutOf(graphic, layer, placed.Own.Graphic);
        if (
            Groups.TryGetValue(layer, out var known)
            && known.IsCut == cut
            && known.Width == placed.Own.Graphic.Width
            && known.Height == placed.Own.Graphic.Height
        )
        {
            return known.Group;
        }
        var group = AsGroup(layer, cut ? placed.Own.Graphic : null);
        Groups.AddOrUpdate(layer, new(group, cut, placed.Own.Graphic.Width, placed.Own.Graphic.Height));
        return group;
    }

    /// <summary>The layer as a group of what it places.</summary>
    /// <param name="cutTo">The graphic at whose edges it is cut; null: it is not.</param>
    internal static Layer AsGroup(Layer layer, Graphic? cutTo)
    {
        var group = layer with { Content = Content.Of<GroupContent>() };
        if (cutTo is null)
        {
            return group;
        }
        var kind = Modules<MaskKind>.Of<BoxMask>();
        var edges = kind.Blank.With(BoxMask.Edges, new Value(0, 0, cutTo.Width, cutTo.Height));
        // After masks of its own, what is left must also lie within the picture.
        edges = layer.Masks.IsEmpty ? edges : edges.With(kind.Combine, new Value((int)MaskCombination.Overlap));
        return group with { Masks = layer.Masks.Add(new(PartList.Masks.FreeId(layer), kind, edges)) };
    }

    /// <summary>True where its edges can be seen at all: not where its picture lies on that of the graphic, whose edges cut anyway.</summary>
    internal static bool CutOf(Graphic graphic, Layer layer, Graphic placed)
    {
        if (layer.Content.Values[layer.Content.Kind.Places!.Cut].Constant.X == 0)
        {
            return false;
        }
        bool Still(ValueSpec spec) => layer.Own[spec] is { IsKeyed: false } channel && channel.Constant == spec.Default;
        var lies =
            placed.Width == graphic.Width
            && placed.Height == graphic.Height
            && layer is { Carrier: null, Idles: null, Facing: Facing.Fixed, Effects.IsEmpty: true }
            && Still(LayerValues.Position)
            && Still(LayerValues.Scale)
            && Still(LayerValues.Turn);
        return !lies;
    }

    private sealed record GroupOf(Layer Group, bool IsCut, int Width, int Height);

    /// <summary>What a layer places, unfolded, and what that depends on.</summary>
    private sealed class Placed(
        Graphic original,
        Graphic graphic,
        Layer layer,
        int first,
        int last,
        ITypeShaper? shaper,
        ImmutableArray<Layer> layers,
        Dictionary<string, PlacedScope> scopes,
        PlacedScope own,
        ImmutableArray<Problem> problems
    )
    {
        private readonly (Palette? Palette, object Sources, Scene.Time.FrameRate Rate, int Width, int Height, string Name, bool? Blur) of = (
            graphic.Palette,
            graphic.Sources,
            graphic.Rate,
            graphic.Width,
            graphic.Height,
            layer.Name,
            layer.MotionBlur
        );

        public ImmutableArray<Layer> Layers => layers;

        public Dictionary<string, PlacedScope> Scopes => scopes;

        public PlacedScope Own => own;

        public ImmutableArray<Problem> Problems => problems;

        public bool Is(Graphic now, Graphic within, Layer at, int from, int to, ITypeShaper? with) =>
            ReferenceEquals(now, original)
            && from == first
            && to == last
            && ReferenceEquals(with, shaper)
            && (ReferenceEquals(within.Palette, of.Palette) || within.Palette == of.Palette)
            && ReferenceEquals(within.Sources, of.Sources)
            && within.Rate == of.Rate
            && within.Width == of.Width
            && within.Height == of.Height
            && at.Name == of.Name
            && at.MotionBlur == of.Blur;
    }
}
