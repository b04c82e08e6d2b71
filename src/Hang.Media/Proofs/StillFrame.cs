using Hang.Core.Handoff;

namespace Hang.Media.Proofs;

/// <summary>A decoded PNG still, straight RGBA of 8 bits.</summary>
internal sealed class StillFrame(byte[] rgba) : IDecodedFrame
{
    public FrameError Compare(ReadOnlySpan<byte> meant, int frame)
    {
        double worst = 0, sum = 0, worstAlpha = 0, sumAlpha = 0;
        for (var i = 0; i < rgba.Length; i += 4)
        {
            double alpha = Math.Abs(meant[i + 3] - rgba[i + 3]);
            worstAlpha = Math.Max(worstAlpha, alpha);
            sumAlpha += alpha;
            var weight = meant[i + 3] / 255.0;
            for (var c = 0; c < 3; c++)
            {
                var colour = Math.Abs(meant[i + c] - rgba[i + c]) * weight;
                worst = Math.Max(worst, colour);
                sum += colour;
            }
        }
        var pixels = rgba.Length / 4;
        return new(frame, worst, sum / (3.0 * pixels), worstAlpha, sumAlpha / pixels);
    }

    public (double Least, double Greatest) AlphaRange()
    {
        byte least = 255, greatest = 0;
        for (var i = 3; i < rgba.Length; i += 4)
        {
            least = Math.Min(least, rgba[i]);
            greatest = Math.Max(greatest, rgba[i]);
        }
        return (least, greatest);
    }

    public byte[] ToRgba() => rgba;
}
