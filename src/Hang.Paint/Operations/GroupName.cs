using System.Collections.Immutable;
using System.IO.Hashing;
using System.Runtime.InteropServices;
using Hang.Scene.PaintList;

namespace Hang.Paint.Operations;

/// <summary>Names what a group holds: its operations and all their numbers, but for how much of the whole is seen.</summary>
internal static class GroupName
{
    /// <param name="v">From the group's own start.</param>
    /// <returns>The name, and the steps of groups within; null where the group's end is not known.</returns>
    public static (UInt128 Name, ImmutableArray<Op> Steps)? Of(PaintContext context, Op op, ReadOnlySpan<float> v)
    {
        var hash = new XxHash128();
        var group = context.Strip.In(op);
        var steps = group.Steps;
        Append(hash, group.Likeness);
        // The whole's own opacity is for mixing it in.
        hash.Append(MemoryMarshal.AsBytes(v[..Ops.Group.Opacity.At]));
        hash.Append(MemoryMarshal.AsBytes(v.Slice(Ops.Group.Opacity + 1, group.Numbers - Ops.Group.Opacity - 1)));
        if (group.IsClosed)
        {
            return (hash.GetCurrentHashAsUInt128(), steps);
        }
        // It goes on in the strips that follow.
        var level = group.Opens;
        foreach (var node in context.Following)
        {
            var strip = node.Strip;
            Append(hash, strip.Likeness);
            hash.Append(MemoryMarshal.AsBytes(node.Values));
            foreach (var moment in node.Moments)
            {
                hash.Append(MemoryMarshal.AsBytes(moment.AsSpan()));
            }
            Append(hash, node.Moments.Length);
            steps = steps.AddRange(strip.Steps);
            level += strip.Opens;
            if (level < 0)
            {
                return (hash.GetCurrentHashAsUInt128(), steps);
            }
        }
        return null;
    }

    private static void Append<T>(XxHash128 hash, T value)
        where T : unmanaged => hash.Append(MemoryMarshal.AsBytes(new ReadOnlySpan<T>(in value)));
}
