namespace Hang.Media.Frames;

/// <summary>Takes the frames of a file in order.</summary>
public interface IFrameWriter : IAsyncDisposable
{
    /// <summary>How often the frames must be given from the first to the last, each time with <see cref="FinishAsync"/>.</summary>
    int Passes => 1;

    /// <summary>True for a writer that may do without a frame's pixels, and paints it by asking for them.</summary>
    bool PaintsWhenNeeded => false;

    /// <summary>Called on a painting thread, before the frame's turn has come. For work that can be done on all cores.</summary>
    void Prepare(PaintedFrame frame);

    /// <summary>Writes a frame, once or several times in a row.</summary>
    /// <param name="first">Number of the frame in the file, from 0.</param>
    /// <param name="times">1 or more.</param>
    Task WriteAsync(PaintedFrame frame, int first, int times, CancellationToken cancel);

    /// <summary>Completes the file. Without this call, disposing leaves a half file, which the caller removes.</summary>
    Task FinishAsync(CancellationToken cancel);
}
