using Hang.Scene.Geometry;
using Hang.Scene.PaintList;
using SkiaSharp;

namespace Hang.Paint.Steps;

/// <summary>Takes each pixel from another place: moved across a wave's way, or towards and from a centre.</summary>
internal sealed class Bent(float[] numbers, SKMatrix device) : ByPixel(numbers, device)
{
    public static DeviceStep Of(ReadOnlySpan<float> v, SKMatrix device) => new Bent(v[..Ops.Bend.RowSize(0)].ToArray(), device);

    // One of the pixels for smooth edges that it carries is around every picture already.
    private protected override float Beyond => -1;

    private protected override void Do(Span<byte> pixels, int width, int height, SKRectI needed, Matrix own, Matrix back)
    {
        var v = Numbers;
        var (x0, y0) = ((double)v[Ops.Bend.At], (double)v[Ops.Bend.At + 1]);
        var (dx, dy) = ((double)v[Ops.Bend.Along], (double)v[Ops.Bend.Along + 1]);
        var (length, tall, phase, reach, isRound) = (
            Math.Max(0.01, v[Ops.Bend.Length]),
            (double)v[Ops.Bend.Height],
            (double)v[Ops.Bend.Phase],
            (double)v[Ops.Bend.Fades],
            v[Ops.Bend.Round] != 0
        );
        var from = pixels.ToArray();
        for (var i = 0; i < pixels.Length; i += 4)
        {
            var (column, row) = (i / 4 % width, i / 4 / width);
            if (row < needed.Top || row >= needed.Bottom || column < needed.Left || column >= needed.Right)
            {
                // On to the next pixel that is.
                i +=
                    4
                    * (
                        (
                            row < needed.Top ? (needed.Top - row) * width - column
                            : row >= needed.Bottom ? pixels.Length / 4 - i / 4
                            : column < needed.Left ? needed.Left - column
                            : width - column
                        ) - 1
                    );
                continue;
            }
            var (x, y) = At(back, column, row);
            double px = x - x0,
                py = y - y0,
                qx = x,
                qy = y;
            if (isRound)
            {
                var r = Math.Sqrt(px * px + py * py);
                if (r > 1e-6)
                {
                    var by = tall * Math.Sin(2 * Math.PI * (r / length - phase)) * (reach > 0 ? Math.Max(0, 1 - r / reach) : 1);
                    (qx, qy) = (x + px / r * by, y + py / r * by);
                }
            }
            else
            {
                var by = tall * Math.Sin(2 * Math.PI * ((px * dx + py * dy) / length - phase));
                (qx, qy) = (x - dy * by, y + dx * by);
            }
            var (sx, sy) = (own.A * qx + own.C * qy + own.E - 0.5, own.B * qx + own.D * qy + own.F - 0.5);
            var (left, top) = (Math.Floor(sx), Math.Floor(sy));
            var (fx, fy) = (sx - left, sy - top);
            for (var channel = 0; channel < 4; channel++)
            {
                var above = Pick(from, width, height, left, top, channel) * (1 - fx) + Pick(from, width, height, left + 1, top, channel) * fx;
                var below = Pick(from, width, height, left, top + 1, channel) * (1 - fx) + Pick(from, width, height, left + 1, top + 1, channel) * fx;
                pixels[i + channel] = (byte)Math.Floor(above * (1 - fy) + below * fy + 0.5);
            }
        }
    }

    private static byte Pick(byte[] from, int width, int height, double x, double y, int channel) =>
        x < 0 || y < 0 || x >= width || y >= height ? (byte)0 : from[((int)y * width + (int)x) * 4 + channel];
}
