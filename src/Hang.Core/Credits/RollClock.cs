namespace Hang.Core.Credits;

/// <summary>
/// How a roll travels: it begins below the picture, where nothing of it is seen, and ends when the last of it is gone. With a way of d = picture + list in
/// px, n frames and s px a frame, d = s (n - 1).
/// </summary>
/// <param name="Way">How far it goes in px.</param>
public readonly record struct RollClock(double Way)
{
    /// <summary>Frames that it takes at a speed, so that the last is the first in which nothing is seen.</summary>
    /// <param name="speed">px a frame, more than 0.</param>
    public int Frames(double speed) => 1 + (int)Math.Ceiling(Way / speed - 1e-9);

    /// <summary>Speed in px a frame at which it takes just so many frames.</summary>
    /// <param name="frames">2 or more.</param>
    public double Speed(int frames) => Way / Math.Max(1, frames - 1);

    /// <summary>
    /// Length nearest to one, at which the speed is a whole number of px: type that moves by parts of a pixel shimmers (common practice, no source).
    /// </summary>
    public int WholeFrames(int frames) => Frames(Math.Max(1, Math.Round(Speed(frames))));
}
