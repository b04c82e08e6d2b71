using System.Collections.Immutable;

namespace Hang.Scene.PaintList;

/// <summary>What a group of a strip holds, as far as the strip goes.</summary>
public sealed class GroupWithin
{
    private readonly Lazy<UInt128> likeness;

    private GroupWithin(ImmutableArray<Op> ops, int first, int last, int numbers, bool isLaidOnly)
    {
        (Numbers, IsLaidOnly, IsClosed) = (numbers, isLaidOnly, last < ops.Length);
        var inside = ops[(first + 1)..Math.Min(ops.Length, last)];
        likeness = new(() => PaintList.Likeness.Of(ops.AsSpan()[first..Math.Min(ops.Length, last)], ops[first].At));
        Opens = inside.Sum(o => o.Kind.Levels);
        Steps = [.. inside.SelectMany(o => o.Steps)];
    }

    /// <summary>True when the strip closes it; else what follows of it is in strips after this one.</summary>
    public bool IsClosed { get; }

    /// <summary>True when it is closed, and all in it is laid on what is there and mixed in no other way.</summary>
    public bool IsLaidOnly { get; }

    /// <summary>Levels in it that the strip leaves open.</summary>
    public int Opens { get; }

    /// <summary>How many numbers the group and all in it have in the strip's row, from the group's own on.</summary>
    public int Numbers { get; }

    /// <summary>Effect steps of groups in it.</summary>
    public ImmutableArray<Op> Steps { get; }

    /// <summary>Names all that stands still in it, the group's own operation included.</summary>
    public UInt128 Likeness => likeness.Value;

    /// <summary>The groups of a strip by where their numbers begin.</summary>
    /// <param name="size">How many numbers its rows have.</param>
    internal static Dictionary<int, GroupWithin> Of(ImmutableArray<Op> ops, int size)
    {
        var found = new Dictionary<int, GroupWithin>();
        var open = new Stack<(int At, bool IsLaid)>();
        void Close(int end, int numbersEnd)
        {
            var (at, isLaid) = open.Pop();
            var op = ops[at];
            var isGroup = op.Kind.Does.HasFlag(Does.Mixes);
            if (isGroup)
            {
                found.Add(op.At, new(ops, at, end, numbersEnd - op.At, isLaid && end < ops.Length));
            }
            if (open.TryPop(out var outer))
            {
                open.Push((outer.At, outer.IsLaid && isLaid && (!isGroup || op.Mixing == Mixing.Normal)));
            }
        }
        for (var i = 0; i < ops.Length; i++)
        {
            if (ops[i].Kind.Levels > 0)
            {
                open.Push((i, true));
            }
            else if (ops[i].Kind.Levels < 0 && open.Count > 0)
            {
                Close(i, ops[i].At);
            }
        }
        while (open.Count > 0)
        {
            Close(ops.Length, size);
        }
        return found;
    }
}
