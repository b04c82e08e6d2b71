using Hang.Core.PaintList;
using Hang.Core.Values;

namespace Hang.Core.Effects;

/// <summary>The numbers that a shadow or glow has in common, behind the picture (<see cref="Ops.Cast"/>) or inside its edges (<see cref="Ops.Inner"/>).</summary>
internal static class Shade
{
    /// <param name="distance">Pixels.</param>
    /// <param name="direction">Degrees clockwise from the right.</param>
    /// <param name="softness">Standard deviation, pixels.</param>
    public static void Put(OpKind step, Span<float> v, double distance, double direction, double softness, in Value colour)
    {
        var (offset, sigma) = (step["offset"], step["sigma"]);
        var (sin, cos) = Math.SinCos(direction * Math.PI / 180);
        (v[offset], v[offset + 1]) = ((float)(distance * cos), (float)(distance * sin));
        v[sigma] = v[sigma + 1] = (float)Math.Max(0, softness);
        Colours.Put(colour, v[step["colour"]..]);
    }
}
