using Hang.Paint.Pixels;

namespace Hang.Paint.Filters;

/// <summary>
/// A part of a picture at a size of its own, as numbers of 0 to 255 x 64: one of a pixel, or four. Its places count in pixels of that size, from the
/// same corner as the frame's.
/// </summary>
/// <param name="channels">1 or 4.</param>
internal sealed unsafe class Plane(Blocks blocks, int channels, Extent across, Extent down) : IDisposable
{
    /// <summary>What one step of 8 bits is here.</summary>
    public const int One = 64;

    private readonly Blocks.Block block = blocks.Take(2L * channels * Math.Max(1, across.Length) * Math.Max(1, down.Length) + 64);

    public int Channels => channels;

    public Extent Across => across;

    public Extent Down => down;

    /// <summary>Numbers of a row.</summary>
    public int Length => channels * across.Length;

    /// <summary>The row at a height, from the left on.</summary>
    public ushort* Row(int y) => (ushort*)block.Data + (long)(y - down.From) * Length;

    public void Dispose() => blocks.Give(block);
}
