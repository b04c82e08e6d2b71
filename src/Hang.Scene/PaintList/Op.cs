using System.Collections.Immutable;
using System.Globalization;

namespace Hang.Scene.PaintList;

/// <summary>One operation of a strip. Everything here stands still; its numbers begin at <paramref name="At"/> of the strip's row.</summary>
/// <param name="Takes">Content hashes of resources; empty for a shape given by numbers.</param>
/// <param name="Words">The words of the kind, in its order.</param>
/// <param name="Each">How often the repeated field comes.</param>
/// <param name="Steps">Effect steps of a group, in order, each with numbers of its own.</param>
public sealed record Op(OpKind Kind, ImmutableArray<string> Takes, ImmutableArray<string> Words, int At, int Each, ImmutableArray<Op> Steps)
{
    /// <summary>Of one that has a shape; null for others, as are those that follow. All are read once, so that no painter looks for words.</summary>
    public ShapeWords? Shape { get; } =
        Kind.Has("verbs") ? new(Said(Kind, Words, "verbs"), Said(Kind, Words, "rule") == "evenodd", Said(Kind, Words, "inverse") == "yes") : null;

    public InkWords? Ink { get; } = Kind.Has("paint") ? new(Said<PaintType>(Kind, Words, "paint"), Number(Kind, Words, "stops")) : null;

    public LineWords? Line { get; } =
        !Kind.Has("cap")
            ? null
            : new(
                Said<LineCap>(Kind, Words, "cap"),
                Said<LineJoin>(Kind, Words, "join"),
                [.. Said(Kind, Words, "dashes").Split(' ', StringSplitOptions.RemoveEmptyEntries).Select(d => float.Parse(d, CultureInfo.InvariantCulture))]
            );

    public NetWords? Net { get; } = Kind.Has("columns") ? new(Number(Kind, Words, "columns"), Number(Kind, Words, "rows")) : null;

    /// <summary>How a group is mixed in.</summary>
    public Mixing Mixing { get; } = Kind.Has("blend") ? Said<Mixing>(Kind, Words, "blend") : Mixing.Normal;

    /// <summary>How many of its repeated numbers are stops of a gradient, five a stop; its coordinates follow them.</summary>
    public int StopNumbers => 5 * (Ink?.Stops ?? 0);

    /// <summary>Where some of its numbers begin in the row.</summary>
    public int Offset(Slot slot) => At + slot.At;

    /// <summary>True when a step of a group acts.</summary>
    /// <param name="v">From the group's own start.</param>
    public bool HasActingSteps(ReadOnlySpan<float> v)
    {
        foreach (var step in Steps)
        {
            if (v[step.At - At + StepKind.On] != 0)
            {
                return true;
            }
        }
        return false;
    }

    private static string Said(OpKind kind, ImmutableArray<string> words, string name) => kind.Has(name) ? words[kind.Words.IndexOf(name)] : "";

    private static T Said<T>(OpKind kind, ImmutableArray<string> words, string name)
        where T : struct, Enum => Enum.Parse<T>(Said(kind, words, name), ignoreCase: true);

    private static int Number(OpKind kind, ImmutableArray<string> words, string name) => int.Parse(Said(kind, words, name), CultureInfo.InvariantCulture);

    /// <summary>True when both do the same with the same numbers.</summary>
    public bool SameAs(Op other) =>
        Kind == other.Kind
        && At == other.At
        && Each == other.Each
        && Takes.SequenceEqual(other.Takes)
        && Words.SequenceEqual(other.Words)
        && Steps.Length == other.Steps.Length
        && Steps.Zip(other.Steps).All(p => p.First.SameAs(p.Second));
}

/// <summary>
/// The operations of one entry of the paint list: a layer, a piece of one, or one end of a group. Static; a row of numbers makes it a picture.
/// </summary>
/// <param name="Id">The layer's id; for a part of a layer, that and what follows a slash.</param>
/// <param name="Layer">Id of the layer it belongs to.</param>
/// <param name="Size">How many numbers its rows have.</param>
/// <param name="Resources">What its operations take, by content hash: outlines and runs. Pictures are found elsewhere.</param>
public sealed record Strip(string Id, string Layer, ImmutableArray<Op> Ops, int Size, ImmutableDictionary<string, object> Resources)
{
    /// <summary>Levels that it opens and leaves open, or closes (negative).</summary>
    public int Opens { get; } = Ops.Sum(o => o.Kind.Levels);

    /// <summary>True when it begins with a place and a mark: then it tells where its layer is.</summary>
    public bool IsMarked { get; } = Ops.Length > 1 && Ops[1].Kind.Does.HasFlag(Does.Marks);

    /// <summary>True when it paints something itself.</summary>
    public bool Paints { get; } = Ops.Any(o => o.Kind.Does.HasFlag(Does.Paints));

    /// <summary>True when it has a group, even one that it only opens.</summary>
    public bool HasGroups { get; } = Ops.Any(o => o.Kind.Does.HasFlag(Does.Mixes));

    /// <summary>True when it shows letters.</summary>
    public bool HasWords { get; } = Ops.Any(o => o.Kind.Takes.Contains(Resource.Run));

    /// <summary>True when it fills shapes and paints nothing else.</summary>
    public bool OnlyFills { get; } = Ops.All(o => !o.Kind.Does.HasFlag(Does.Mixes) && (!o.Kind.Does.HasFlag(Does.Paints) || o.Kind.Does.HasFlag(Does.Fills)));

    private readonly Dictionary<int, GroupWithin> groups = GroupWithin.Of(Ops, Size);
    private readonly Lazy<UInt128> likeness = new(() => PaintList.Likeness.Of(Ops.AsSpan()));

    /// <summary>Names all that stands still in it.</summary>
    public UInt128 Likeness => likeness.Value;

    /// <summary>Effect steps of its groups.</summary>
    public ImmutableArray<Op> Steps { get; } = [.. Ops.SelectMany(o => o.Steps)];

    /// <summary>What one of its groups holds.</summary>
    public GroupWithin In(Op group) => groups[group.At];

    public bool Equals(Strip? other) => ReferenceEquals(this, other);

    public override int GetHashCode() => System.Runtime.CompilerServices.RuntimeHelpers.GetHashCode(this);
}
