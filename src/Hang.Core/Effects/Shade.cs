using Hang.Scene.PaintList;
using Hang.Scene.PaintList.Operations;
using Hang.Scene.Values;

namespace Hang.Core.Effects;

/// <summary>
/// The numbers that a shadow or glow has in common, behind the picture (<see cref="Ops.Cast"/>) or inside its edges (<see cref="Ops.Inner"/>).
/// </summary>
internal static class Shade
{
    /// <param name="distance">Pixels.</param>
    /// <param name="direction">Degrees clockwise from the right.</param>
    /// <param name="softness">Standard deviation, pixels.</param>
    public static void Put(ShadeStep step, Span<float> v, double distance, double direction, double softness, in Value colour)
    {
        var sigma = step.Sigma;
        PutVector(v[step.Offset.At..], distance, direction);
        v[sigma] = v[sigma + 1] = (float)Math.Max(0, softness);
        Colours.Put(colour, v[step.Colour.At..]);
    }

    /// <summary>A vector by its length and its direction, degrees clockwise from the right.</summary>
    public static void PutVector(Span<float> to, double length, double direction)
    {
        var (sin, cos) = Math.SinCos(direction * Math.PI / 180);
        (to[0], to[1]) = ((float)(length * cos), (float)(length * sin));
    }
}
