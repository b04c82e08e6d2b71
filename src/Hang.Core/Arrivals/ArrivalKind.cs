namespace Hang.Core.Arrivals;

/// <summary>A ready-made way of coming on; mirrored, of going off.</summary>
public enum ArrivalKind
{
    Fade,
    Rise,
    GlideFromLeft,
    GlideFromRight,
    GlideFromTop,
    GlideFromBottom,
    WipeFromLeft,
    WipeFromRight,
    WipeFromTop,
    WipeFromBottom,
    Grow,
    Drop,
    Pop,
    Sharpen,
    TurnIn,
    Spread,
    TypeOn,
}
