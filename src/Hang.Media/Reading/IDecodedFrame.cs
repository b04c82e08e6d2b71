using Hang.Core.Handoff;

namespace Hang.Media.Reading;

/// <summary>One frame of a delivered file, decoded again.</summary>
internal interface IDecodedFrame
{
    /// <summary>Compares with the straight RGBA pixels that were meant.</summary>
    /// <param name="frame">Number of the frame in the graphic.</param>
    FrameError Compare(ReadOnlySpan<byte> meant, int frame);

    /// <summary>Least and greatest alpha, 0..255.</summary>
    (double Least, double Greatest) AlphaRange();

    /// <summary>The frame as straight RGBA, 8 bits, for people to look at.</summary>
    byte[] ToRgba();
}
