using System.Collections.Immutable;
using Hang.Scene.Geometry;

namespace Hang.Scene.PaintList;

/// <summary>Numbers under one name.</summary>
/// <param name="At">Where they begin among the numbers of their operation.</param>
/// <param name="Count">How many.</param>
/// <param name="Each">True: as many times as the operation says (stops of a gradient, coordinates of a path).</param>
public readonly record struct OpField(string Name, int At, int Count, bool Each);

/// <summary>What a kind of operation does.</summary>
[Flags]
public enum Does
{
    Nothing = 0,

    /// <summary>It shows something.</summary>
    Paints = 1,

    /// <summary>It opens a level.</summary>
    Opens = 2,

    /// <summary>It closes the innermost level.</summary>
    Closes = 4,

    /// <summary>It clips what follows in its level.</summary>
    Clips = 8,

    /// <summary>It only tells where something is.</summary>
    Marks = 16,

    /// <summary>All within its level lies elsewhere.</summary>
    Moves = 32,

    /// <summary>All within its level is one picture, which is mixed in.</summary>
    Mixes = 64,

    /// <summary>It covers the inside of a shape.</summary>
    Fills = 128,
}

/// <summary>A kind of operation or of effect step: what it takes by content hash, which words are fixed, which numbers may change by the frame.</summary>
public abstract class OpKind
{
    private readonly List<OpField> fields = [];
    private int once,
        repeated;

    /// <param name="takes">Resources, in order; the last may be missing where <paramref name="isShape"/> says so.</param>
    /// <param name="words">Names of the words that stand still.</param>
    /// <param name="isShape">True when the path can also be given by numbers: then the word "verbs" tells its pieces and the repeated numbers hold the
    /// coordinates.</param>
    private protected OpKind(string name, Does does, Resource[] takes, string[] words, bool isShape = false) =>
        (Name, Does, Takes, Words, IsShape) = (name, does, [.. takes], [.. words], isShape);

    public string Name { get; }

    /// <summary>Levels that it opens, or closes (negative).</summary>
    public int Levels =>
        Does.HasFlag(Does.Opens) ? 1
        : Does.HasFlag(Does.Closes) ? -1
        : 0;

    /// <summary>Its place among the operations, or among the steps.</summary>
    public int Code { get; internal set; } = -1;

    public Does Does { get; }

    public ImmutableArray<Resource> Takes { get; }

    public ImmutableArray<string> Words { get; }

    /// <summary>The numbers in their order; repeated ones come last, so that every place is the same for each operation of the kind.</summary>
    public IReadOnlyList<OpField> Fields => fields;

    public bool IsShape { get; }

    /// <summary>The repeated numbers, of a kind that has some.</summary>
    public Slot More { get; private protected init; }

    /// <summary>Numbers of an operation whose repeated numbers come so many times.</summary>
    public int RowSize(int each) => once + each * repeated;

    /// <summary>True when it has a word of that name.</summary>
    internal bool Has(string word) => Words.Contains(word);

    /// <summary>What an operation that paints or clips can touch, in its own coordinates; of a shape, its box.</summary>
    /// <param name="v">From the operation's own start.</param>
    public virtual Box Touches(Strip strip, Op op, ReadOnlySpan<float> v) =>
        !IsShape ? Box.Empty
        : op.Takes.IsEmpty ? Shape.Bounds(op.Shape!.Verbs, v.Slice(More + op.StopNumbers, op.Each - op.StopNumbers))
        : ((Outline)strip.Resources[op.Takes[0]]).Bounds;

    public override string ToString() => Name;

    private protected Slot Number(string name) => Numbers(name, 1);

    private protected Slot Numbers(string name, int count) => Add(name, count, false);

    private protected Slot Each(string name) => Add(name, 1, true);

    private Slot Add(string name, int count, bool each)
    {
        var slot = new Slot(once + repeated, count);
        fields.Add(new(name, slot, count, each));
        (once, repeated) = each ? (once, repeated + count) : (once + count, repeated);
        return slot;
    }
}
