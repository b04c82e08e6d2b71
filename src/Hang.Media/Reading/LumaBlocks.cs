namespace Hang.Media.Reading;

/// <summary>
/// Mean errors of luma (ITU-R BT.709-6, item 3.2), weighed by alpha, and of alpha within blocks of 8 x 8 pixels, row by row: a wrong letter is few pixels of a
/// frame, but whole blocks. Blocks at the right and bottom edge may be smaller.
/// </summary>
internal sealed class LumaBlocks(int width)
{
    private const int Block = 8;
    private readonly float[] sums = new float[(width + Block - 1) / Block];
    private int rows;

    /// <summary>The largest mean so far, in steps of 1/255.</summary>
    public double Worst { get; private set; }

    /// <summary>Luma of a colour, 0..255.</summary>
    public static float Luma(uint rgba) => 0.2126f * (rgba & 0xFF) + 0.7152f * ((rgba >> 8) & 0xFF) + 0.0722f * ((rgba >> 16) & 0xFF);

    /// <summary>Adds the error of a pixel of the current row.</summary>
    public void Add(int x, float error) => sums[x / Block] += error;

    /// <summary>Ends a row.</summary>
    public void EndRow(bool isLast)
    {
        if (++rows < Block && !isLast)
        {
            return;
        }
        for (var i = 0; i < sums.Length; i++)
        {
            Worst = Math.Max(Worst, sums[i] / (Math.Min(Block, width - i * Block) * rows));
        }
        sums.AsSpan().Clear();
        rows = 0;
    }
}
