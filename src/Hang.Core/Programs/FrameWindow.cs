namespace Hang.Core.Programs;

/// <summary>A stretch of frames that is evaluated and sent as one piece.</summary>
/// <param name="Index">0 for the window that begins at frame 0.</param>
/// <param name="Start">First frame.</param>
/// <param name="Length">Frames, 1 or more.</param>
public readonly record struct FrameWindow(int Index, int Start, int Length)
{
    /// <summary>Frames in every window but the last.</summary>
    public const int Standard = 240;

    /// <summary>How many windows a graphic of so many frames has.</summary>
    public static int Count(int frames) => (frames + Standard - 1) / Standard;

    public static FrameWindow At(int index, int frames) => new(index, index * Standard, Math.Min(Standard, frames - index * Standard));
}
