using Hang.Scene.Values;

namespace Hang.Scene.PaintList;

/// <summary>Colours among the numbers of operations and steps.</summary>
internal static class Colours
{
    /// <summary>Straight sRGB and alpha; a feel that overshoots may leave the range of a colour.</summary>
    public static void Put(in Value colour, Span<float> to)
    {
        for (var i = 0; i < 4; i++)
        {
            to[i] = (float)Math.Clamp(colour[i], 0, 1);
        }
    }
}
