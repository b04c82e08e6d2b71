using System.Text.Json.Serialization;

namespace Hang.Scene.Phases;

/// <summary>One of the three phases of a graphic's time.</summary>
public enum Phase
{
    Arrive,
    Hold,
    Leave,
}

/// <summary>The lengths of Arrive, Hold and Leave, in frames. Arrive begins at frame 0; the phases follow each other without a gap.</summary>
/// <param name="Arrive">Frames in which the graphic comes on, 0 or more.</param>
/// <param name="Hold">Frames in which it stays, 0 or more.</param>
/// <param name="Leave">Frames in which it goes off, 0 or more.</param>
public sealed record PhaseLengths(int Arrive, int Hold, int Leave)
{
    /// <summary>The longest graphic: 24 hours at 60 frames per second would not fit a timeline; one hour does.</summary>
    public const int MostFrames = 60 * 60 * 60;

    /// <summary>Frames in the graphic; its last frame is <c>Total - 1</c>.</summary>
    [JsonIgnore]
    public int Total => Arrive + Hold + Leave;

    /// <summary>First frame of Hold.</summary>
    [JsonIgnore]
    public int HoldStart => Arrive;

    /// <summary>First frame of Leave.</summary>
    [JsonIgnore]
    public int LeaveStart => Arrive + Hold;

    /// <summary>Last frame of Hold, where a graphic is seen as it is meant; without Hold, the frame before Leave.</summary>
    [JsonIgnore]
    public int HoldLast => Math.Clamp(LeaveStart - 1, 0, Total - 1);

    /// <summary>The phase that a frame lies in.</summary>
    public Phase At(int frame) =>
        frame < HoldStart ? Phase.Arrive
        : frame < LeaveStart ? Phase.Hold
        : Phase.Leave;

    /// <summary>Where a keyframe at <paramref name="frame"/> goes when these lengths become <paramref name="next"/>:
    /// keyframes keep their distance to the start of the phase they lie in.</summary>
    public int Move(int frame, PhaseLengths next) =>
        At(frame) switch
        {
            Phase.Arrive => frame,
            Phase.Hold => frame - HoldStart + next.HoldStart,
            _ => frame - LeaveStart + next.LeaveStart,
        };
}
