using Hang.Scene.PaintList;
using SkiaSharp;

namespace Hang.Paint.Operations;

internal sealed class WarpPainter : IOpPainter
{
    public void Paint(PaintContext c, Op op, ReadOnlySpan<float> v)
    {
        var paint = c.Paint();
        var (columns, rows) = op.Net!;
        var image = c.Pictures.Get(op.Takes[0]);
        var more = v.Slice(Ops.Warp.More, op.Each);
        var (points, places) = (new SKPoint[(columns + 1) * (rows + 1)], new SKPoint[(columns + 1) * (rows + 1)]);
        for (var i = 0; i < points.Length; i++)
        {
            points[i] = new(more[2 * i], more[2 * i + 1]);
            places[i] = new((float)(i % (columns + 1)) / columns * image.Width, (float)(i / (columns + 1)) / rows * image.Height);
        }
        var corners = new List<ushort>();
        for (var row = 0; row < rows; row++)
        {
            for (var column = 0; column < columns; column++)
            {
                var at = row * (columns + 1) + column;
                corners.AddRange([
                    (ushort)at,
                    (ushort)(at + 1),
                    (ushort)(at + columns + 2),
                    (ushort)at,
                    (ushort)(at + columns + 2),
                    (ushort)(at + columns + 1),
                ]);
            }
        }
        using var shader = image.ToShader(SKShaderTileMode.Clamp, SKShaderTileMode.Clamp, new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.Linear));
        using var vertices = SKVertices.CreateCopy(SKVertexMode.Triangles, points, places, null, [.. corners]);
        paint.ColorF = new SKColorF(1, 1, 1, c.Alpha);
        paint.Shader = shader;
        c.Canvas.DrawVertices(vertices, SKBlendMode.Modulate, paint);
        paint.Shader = null;
    }
}
