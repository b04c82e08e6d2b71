using Hang.Core.Handoff;

namespace Hang.Media.Reading;

/// <summary>
/// One frame of a delivered file, decoded again. Whoever reads it after it was given away holds it; the last one to let go gives its memory back.
/// </summary>
/// <param name="bytes">What it is made of.</param>
/// <param name="memory">Where they come from; null: from nowhere in particular.</param>
internal abstract class DecodedFrame(byte[] bytes, FrameMemory? memory)
{
    private int holds = 1;

    /// <summary>What it is made of.</summary>
    protected byte[] Bytes => bytes;

    /// <summary>Compares with the straight RGBA pixels that were meant.</summary>
    /// <param name="frame">Number of the frame in the graphic.</param>
    public abstract FrameError Compare(ReadOnlySpan<byte> meant, int frame);

    /// <summary>Least and greatest alpha, 0..255.</summary>
    public abstract (double Least, double Greatest) AlphaRange();

    /// <summary>The frame as straight RGBA, 8 bits, for people to look at, as long as it is held.</summary>
    public abstract byte[] ToRgba();

    /// <summary>Holds it once more.</summary>
    public void Hold() => Interlocked.Increment(ref holds);

    /// <summary>Lets go of it once; whoever read it from the file held it once.</summary>
    public void LetGo()
    {
        if (Interlocked.Decrement(ref holds) == 0)
        {
            memory?.Give(bytes);
        }
    }
}
