using Hang.Scene.PaintList;
using Hang.Scene.PaintList.Operations;
using SkiaSharp;

namespace Hang.Paint.Operations;

/// <summary>Gradients from an operation's numbers.</summary>
internal static class Gradients
{
    /// <summary>The gradient, or null for one colour.</summary>
    /// <param name="v">From the operation's own start.</param>
    public static SKShader? Of(InkOp kind, Op op, ReadOnlySpan<float> v)
    {
        var ink = op.Ink!;
        if (ink.Type == PaintType.Solid)
        {
            return null;
        }
        var (colours, offsets) = (new SKColorF[ink.Stops], new float[ink.Stops]);
        for (var i = 0; i < colours.Length; i++)
        {
            var stop = v.Slice(kind.More + 5 * i, 5);
            (offsets[i], colours[i]) = (stop[0], new(stop[1], stop[2], stop[3], stop[4]));
        }
        var axis = kind.Axis.Of(v);
        var m = kind.Local.Of(v);
        var local = new SKMatrix(m[0], m[2], m[4], m[1], m[3], m[5], 0, 0, 1);
        using var space = SKColorSpace.CreateSrgb();
        return ink.Type switch
        {
            PaintType.Linear => SKShader.CreateLinearGradient(
                new(axis[0], axis[1]),
                new(axis[2], axis[3]),
                colours,
                space,
                offsets,
                SKShaderTileMode.Clamp,
                local
            ),
            PaintType.Radial => SKShader.CreateTwoPointConicalGradient(
                new(axis[0], axis[1]),
                axis[2],
                new(axis[3], axis[4]),
                axis[5],
                colours,
                space,
                offsets,
                SKShaderTileMode.Clamp,
                local
            ),
            _ => SKShader.CreateSweepGradient(new(axis[0], axis[1]), colours, space, offsets, SKShaderTileMode.Clamp, axis[2], axis[3], local),
        };
    }
}
