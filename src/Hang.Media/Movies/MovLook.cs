using Hang.Core.Handoff;

namespace Hang.Media.Movies;

/// <summary>How a track's pictures are coded.</summary>
/// <param name="Code">Four characters, e.g. ap4h.</param>
/// <param name="Compressor">Its name for people, at most 31 ASCII letters.</param>
/// <param name="Depth">Bits a pixel: 24, or 32 with alpha.</param>
/// <param name="Transfer">Transfer characteristic after ITU-T H.273: 1 BT.709, 13 sRGB.</param>
/// <param name="Mode">How the picture is laid over what is behind it.</param>
internal sealed record MovLook(string Code, string Compressor, int Depth, int Transfer, GraphicsMode Mode)
{
    public const int Bt709 = 1,
        Srgb = 13;

    /// <summary>How a plan's pictures are laid over others.</summary>
    public static GraphicsMode ModeOf(HandoffPlan plan) =>
        !plan.HasAlpha ? GraphicsMode.Copy
        : plan.Premultiplied ? GraphicsMode.Premultiplied
        : GraphicsMode.Straight;
}

/// <summary>QuickTime's graphics modes for a track.</summary>
internal enum GraphicsMode
{
    Copy = 0,

    /// <summary>Alpha counts, and colour is not multiplied by it.</summary>
    Straight = 0x0100,

    /// <summary>Alpha counts, and colour is multiplied by it over black.</summary>
    Premultiplied = 0x0102,
}
