using System.IO.Hashing;
using System.Runtime.InteropServices;
using Hang.Scene.PaintList;

namespace Hang.Media.Frames;

/// <summary>Names a scene by all that decides its picture, so that equal moments of different takes are known for equal.</summary>
internal static class SceneKey
{
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
            Append(hash, node.Strip.Likeness);
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

    private static void Append<T>(XxHash128 hash, T value)
        where T : unmanaged => hash.Append(MemoryMarshal.AsBytes(new ReadOnlySpan<T>(in value)));
}
