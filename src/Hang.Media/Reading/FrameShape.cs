using Hang.Media.Frames;

namespace Hang.Media.Reading;

/// <summary>How a decoder gives its frames: in the file's own format where there is one, since a conversion costs more than decoding.</summary>
/// <param name="Format">In ffmpeg's words.</param>
/// <param name="QuarterBytes">Quarters of a byte that a pixel takes.</param>
internal sealed record FrameShape(string Format, int QuarterBytes)
{
    /// <summary>R'G'B' and alpha of 8 bits.</summary>
    public static FrameShape Rgba { get; } = new("rgba", 16);

    /// <summary>Y'CbCr and alpha of 12 bits, in full resolution.</summary>
    public static FrameShape Full12 { get; } = new("yuva444p12le", 32);

    /// <summary>Y'CbCr of 10 bits, colour of half the width.</summary>
    public static FrameShape Half10 { get; } = new("yuv422p10le", 16);

    /// <summary>Y'CbCr of 8 bits, colour of half the width and height.</summary>
    public static FrameShape Quarter8 { get; } = new("yuv420p", 6);

    /// <summary>As <see cref="Quarter8"/>, with alpha.</summary>
    public static FrameShape QuarterAlpha8 { get; } = new("yuva420p", 10);

    public int Bytes(Delivery delivery) => (int)((long)delivery.Width * delivery.Height * QuarterBytes / 4);

    /// <param name="bytes">As the decoder gave them; the frame's from now on.</param>
    /// <param name="memory">Where they come from.</param>
    public DecodedFrame Frame(byte[] bytes, Delivery delivery, FrameMemory memory)
    {
        if (this == Rgba)
        {
            return new StillFrame(bytes, delivery.Width, memory);
        }
        if (this == Full12)
        {
            return new PlanarFrame(bytes, delivery.Width, delivery.Height, null, memory);
        }
        var planes = Unfold(bytes, delivery.Width, delivery.Height, memory);
        memory.Give(bytes);
        return new PlanarFrame(planes, delivery.Width, delivery.Height, this, memory);
    }

    /// <summary>What a file of this sampling holds of a picture at best: made as the encoder is fed, and unfolded as it is read again.</summary>
    /// <param name="rgba">What was meant, straight.</param>
    /// <param name="memory">Where what is returned comes from.</param>
    public byte[] Sampled(ReadOnlySpan<byte> rgba, int width, int height, FrameMemory memory)
    {
        var planes = memory.Take(this == Half10 ? Encoding.Yuv422.Length(width, height) : Encoding.Yuv420.Length(width, height, this == QuarterAlpha8));
        if (this == Half10)
        {
            Encoding.Yuv422.Convert(rgba, width, height, planes);
        }
        else
        {
            Encoding.Yuv420.Convert(rgba, width, height, planes, this == QuarterAlpha8);
        }
        var unfolded = Unfold(planes, width, height, memory);
        memory.Give(planes);
        return unfolded;
    }

    /// <summary>
    /// To 12 bits and full resolution. Colour sits at the left pixel of each two, and between two rows where it has half the height; between, it is mixed.
    /// </summary>
    private byte[] Unfold(byte[] bytes, int width, int height, FrameMemory memory)
    {
        var count = width * height;
        var planes = memory.Take(count * 8);
        var full = System.Runtime.InteropServices.MemoryMarshal.Cast<byte, ushort>(planes.AsSpan());
        var isShort = this == Half10;
        var half = isShort ? height : height / 2;
        var (across, small) = (width / 2, width / 2 * half);
        var source = new Samples(bytes, isShort);
        for (var i = 0; i < count; i++)
        {
            full[i] = (ushort)source[i];
        }
        for (var plane = 1; plane <= 2; plane++)
        {
            var start = count + (plane - 1) * small;
            var target = full.Slice(plane * count, count);
            for (var y = 0; y < height; y++)
            {
                // Of half the height: a row lies a quarter of the way from the nearer colour row to the next.
                var (near, far) = isShort ? (y, y) : (y / 2, Math.Clamp(y % 2 == 0 ? y / 2 - 1 : y / 2 + 1, 0, half - 1));
                for (var x = 0; x < across; x++)
                {
                    var next = Math.Min(x + 1, across - 1);
                    var here = 3 * source[start + near * across + x] + source[start + far * across + x];
                    var right = 3 * source[start + near * across + next] + source[start + far * across + next];
                    target[y * width + 2 * x] = (ushort)((here + 2) >> 2);
                    target[y * width + 2 * x + 1] = (ushort)((here + right + 4) >> 3);
                }
            }
        }
        var alpha = full.Slice(3 * count, count);
        if (this != QuarterAlpha8)
        {
            alpha.Fill(4095);
            return planes;
        }
        for (var i = 0; i < count; i++)
        {
            alpha[i] = (ushort)((bytes[count * 3 / 2 + i] * 4095 + 127) / 255);
        }
        return planes;
    }

    /// <summary>Samples of 8 or 10 bits as 12.</summary>
    private readonly struct Samples(byte[] bytes, bool isShort)
    {
        public int this[int i] => isShort ? (bytes[2 * i] | (bytes[2 * i + 1] << 8)) << 2 : bytes[i] << 4;
    }
}
