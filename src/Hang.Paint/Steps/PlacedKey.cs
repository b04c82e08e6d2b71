using System.IO.Hashing;
using System.Runtime.InteropServices;
using SkiaSharp;

namespace Hang.Paint.Steps;

/// <summary>Names the picture of a group by all that decides its pixels.</summary>
internal static class PlacedKey
{
    /// <param name="content">Names the group's operations and numbers.</param>
    /// <param name="matrix">From the group's coordinates to its picture's pixels.</param>
    /// <param name="device">From the group's coordinates to the target's pixels.</param>
    /// <param name="size">Of the picture.</param>
    /// <param name="shown">Its pixels that can be seen.</param>
    /// <param name="corner">Where it begins on the frame.</param>
    /// <param name="lattice">By how many pixels it may lie elsewhere and be the same; 0 for none.</param>
    public static UInt128 Of(UInt128 content, SKMatrix matrix, SKMatrix device, SKSizeI size, SKRectI shown, SKPointI corner, int lattice)
    {
        Span<float> numbers =
        [
            matrix.ScaleX,
            matrix.SkewX,
            matrix.TransX,
            matrix.SkewY,
            matrix.ScaleY,
            matrix.TransY,
            lattice == 0 ? device.TransX : 0,
            lattice == 0 ? device.TransY : 0,
        ];
        Span<int> places =
        [
            size.Width,
            size.Height,
            shown.Left,
            shown.Top,
            shown.Right,
            shown.Bottom,
            lattice,
            lattice == 0 ? corner.X : corner.X & (lattice - 1),
            lattice == 0 ? corner.Y : corner.Y & (lattice - 1),
        ];
        var hash = new XxHash128();
        hash.Append(MemoryMarshal.AsBytes(new ReadOnlySpan<UInt128>(in content)));
        hash.Append(MemoryMarshal.AsBytes(numbers));
        hash.Append(MemoryMarshal.AsBytes(places));
        return hash.GetCurrentHashAsUInt128();
    }
}
