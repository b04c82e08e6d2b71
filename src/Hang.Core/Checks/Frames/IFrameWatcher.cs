namespace Hang.Core.Checks.Frames;

/// <summary>Looks at every painted frame of a graphic in order; equal neighbours are shown once.</summary>
public interface IFrameWatcher
{
    /// <summary>True when it looks at <see cref="PaintedView.Thumb"/>, which is made only then.</summary>
    bool NeedsThumb => false;

    /// <summary>Sees a frame.</summary>
    void See(PaintedView view);
}

/// <summary>A painted frame: premultiplied R, G, B and alpha of 8 bits from the lowest byte up.</summary>
public readonly ref struct PaintedView(ReadOnlySpan<uint> pixels, int width, int height, int frame, int times, bool hasThumb)
{
    /// <summary>Rows from the top, without padding.</summary>
    public ReadOnlySpan<uint> Pixels { get; } = pixels;

    /// <summary>The frame in few cells; null where no watcher needs it.</summary>
    public Thumb? Thumb { get; } = hasThumb ? Thumb.Of(pixels, width, height) : null;

    public int Width => width;

    public int Height => height;

    /// <summary>Number of the frame in the graphic.</summary>
    public int Frame => frame;

    /// <summary>For how many frames it stands.</summary>
    public int Times => times;
}
