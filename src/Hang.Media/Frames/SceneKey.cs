using System.Globalization;
using System.IO.Hashing;
using System.Runtime.CompilerServices;
using System.Runtime.InteropServices;
using System.Text;
using Hang.Scene.PaintList;

namespace Hang.Media.Frames;

/// <summary>Names a scene by all that decides its picture, so that equal moments of different takes are known for equal.</summary>
internal static class SceneKey
{
    private sealed record Named(UInt128 Hash);

    private static readonly ConditionalWeakTable<Strip, Named> Strips = [];

    /// <summary>A hash of a scene's size, its operations, what they take, and all their numbers.</summary>
    public static UInt128 Of(SceneMoment scene)
    {
        // The bounds of groups are among the numbers, and are written when they are first asked for.
        _ = scene.Bounds;
        var hash = new XxHash128();
        Append(hash, scene.Width);
        Append(hash, scene.Height);
        foreach (var node in scene.Nodes)
        {
            Append(hash, Strips.GetValue(node.Strip, static s => new(Of(s))).Hash);
            Append(hash, node.Values.Length);
            hash.Append(MemoryMarshal.AsBytes(node.Values));
            Append(hash, node.Moments.Length);
            foreach (var moment in node.Moments)
            {
                hash.Append(MemoryMarshal.AsBytes(moment.AsSpan()));
            }
        }
        return hash.GetCurrentHashAsUInt128();
    }

    private static UInt128 Of(Strip strip)
    {
        // What operations take is named by its content already.
        var text = new StringBuilder();
        foreach (var op in strip.Ops)
        {
            Write(text, op);
        }
        return XxHash128.HashToUInt128(System.Text.Encoding.UTF8.GetBytes(text.ToString()));
    }

    private static void Write(StringBuilder text, Op op)
    {
        text.Append(CultureInfo.InvariantCulture, $"{op.Kind.Name} {op.At} {op.Each} {string.Join(' ', op.Takes)} | {string.Join(' ', op.Words)} (");
        foreach (var step in op.Steps)
        {
            Write(text, step);
        }
        text.Append(")\n");
    }

    private static void Append<T>(XxHash128 hash, T value)
        where T : unmanaged => hash.Append(MemoryMarshal.AsBytes(new ReadOnlySpan<T>(in value)));
}
