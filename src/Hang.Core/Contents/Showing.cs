using Hang.Scene.Sources;
using Hang.Scene.Time;

namespace Hang.Core.Contents;

/// <summary>When and in how large a picture a layer shows, for contents that run by the clock or through the picture.</summary>
/// <param name="Width">Of the graphic in pixels.</param>
/// <param name="Height">Of the graphic in pixels.</param>
/// <param name="First">First frame in which the layer shows.</param>
/// <param name="Last">Last frame in which it shows.</param>
public sealed record Showing(FrameRate Rate, int Width, int Height, int First, int Last)
{
    /// <summary>Pictures of the document by content hash.</summary>
    public SourceSet Sources { get; init; } = SourceSet.Empty;

    /// <summary>Of what stands alone: the first frame at 25 a second, 1920 by 1080 pixels.</summary>
    public static Showing Alone { get; } = new(new(25), 1920, 1080, 0, 0);

    /// <summary>Seconds since the layer's first frame began.</summary>
    public double SecondsAt(double time) => (time - First) / Rate.PerSecond;
}
