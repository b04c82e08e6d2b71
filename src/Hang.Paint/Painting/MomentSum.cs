using System.Runtime.InteropServices;
using Hang.Paint.Pixels;
using SkiaSharp;

namespace Hang.Paint.Painting;

/// <summary>The mean of pictures: each is painted by itself and added up in whole numbers, so that nothing is rounded before the end.</summary>
internal sealed unsafe class MomentSum : IDisposable
{
    /// <summary>So many bytes add up to a number of 16 bits at the most.</summary>
    private const int Most = 257;

    private readonly Blocks blocks;
    private readonly Blocks.Block few,
        all;
    private readonly bool isLong;
    private readonly int numbers;
    private int count,
        since;

    /// <param name="place">What is added up, in pixels of the target.</param>
    /// <param name="corner">Where the target's pixels begin on the frame.</param>
    /// <param name="moments">How many there will be.</param>
    public MomentSum(Blocks blocks, SKRectI place, SKPointI corner, int moments)
    {
        this.blocks = blocks;
        Sheet = new(blocks, corner.X + place.Left, corner.Y + place.Top, place.Width, place.Height);
        numbers = 4 * place.Width * place.Height;
        isLong = moments > Most;
        few = blocks.Take(2L * numbers);
        NativeMemory.Clear(few.Data, (nuint)(2L * numbers));
        if (isLong)
        {
            all = blocks.Take(4L * numbers);
            NativeMemory.Clear(all.Data, (nuint)(4L * numbers));
        }
    }

    /// <summary>What each moment is painted on, and at last the mean of them.</summary>
    public Sheet Sheet { get; }

    /// <summary>Adds what is painted, and empties the sheet for the next.</summary>
    public void Add()
    {
        Spread.Add((byte*)Sheet.Pixels, (ushort*)few.Data, numbers);
        Sheet.Clear();
        count++;
        if (++since == Most && isLong)
        {
            Pour();
        }
    }

    /// <summary>Puts the mean on the sheet.</summary>
    public void Finish()
    {
        if (isLong)
        {
            Pour();
            Spread.Mean((uint*)all.Data, (byte*)Sheet.Pixels, numbers, count);
        }
        else
        {
            Spread.Mean((ushort*)few.Data, (byte*)Sheet.Pixels, numbers, count);
        }
    }

    public void Dispose()
    {
        Sheet.Dispose();
        blocks.Give(few);
        if (isLong)
        {
            blocks.Give(all);
        }
    }

    private void Pour()
    {
        Spread.Add((ushort*)few.Data, (uint*)all.Data, numbers);
        NativeMemory.Clear(few.Data, (nuint)(2L * numbers));
        since = 0;
    }
}
