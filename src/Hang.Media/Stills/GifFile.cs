using System.Buffers.Binary;
using Hang.Media.Frames;
using Hang.Scene.Time;

namespace Hang.Media.Stills;

/// <summary>The blocks of a GIF file (GIF89a). Times are hundredths of a second; what is rounded at one is made good at the next.</summary>
internal sealed class GifFile : IDisposable
{
    private const int MostTime = ushort.MaxValue,
        LeaveIt = 1,
        EmptyIt = 2,
        MostComment = 255;

    private readonly FileStream file;
    private readonly FrameRate rate;

    public GifFile(Delivery delivery, GifPalette colours)
    {
        (file, rate) = (new(delivery.Path, FileMode.CreateNew, FileAccess.Write), delivery.Rate);
        file.Write("GIF89a"u8);
        Number(delivery.Width);
        Number(delivery.Height);
        // A table of 256 colours of 8 bits; its first is the background, which nobody paints; pixels are square.
        file.Write([0xF7, 0, 0]);
        file.Write(colours.Table());
        if (!delivery.Plan.Once)
        {
            // For ever: the application block that all browsers know.
            file.Write([0x21, 0xFF, 11, .. "NETSCAPE2.0"u8, 3, 1, 0, 0, 0]);
        }
    }

    /// <summary>Writes a part, for as long as it stands.</summary>
    /// <param name="packed">Its pixels, as <see cref="LzwCodes"/> packs them.</param>
    public void Write(GifPart part, byte[] packed)
    {
        var left = Hundredths(part.Until) - Hundredths(part.First);
        // What stands longer than a number can say goes on standing, as one pixel that is not drawn.
        for (; left > MostTime; left -= MostTime)
        {
            Picture(part, packed, MostTime, false);
            // What must be emptied at the end keeps its rectangle.
            part = part.IsCleared ? part : part with { Width = 1, Height = 1 };
            packed = LzwCodes.Pack(Enumerable.Repeat(GifPalette.Nothing, part.Width * part.Height).ToArray());
        }
        Picture(part, packed, (int)left, part.IsCleared);
    }

    /// <param name="comment">What the file says of itself; may be empty.</param>
    public void End(string comment)
    {
        if (comment.Length > 0)
        {
            var bytes = System.Text.Encoding.UTF8.GetBytes(comment);
            file.Write([0x21, 0xFE]);
            foreach (var block in bytes.Chunk(MostComment))
            {
                file.Write([(byte)block.Length, .. block]);
            }
            file.WriteByte(0);
        }
        file.WriteByte(0x3B);
        file.Flush();
    }

    public void Dispose() => file.Dispose();

    private void Picture(GifPart part, byte[] packed, int time, bool isCleared)
    {
        // What becomes of it, that a place is not drawn, its time, and which place that is.
        file.Write([0x21, 0xF9, 4, (byte)((isCleared ? EmptyIt : LeaveIt) << 2 | 1)]);
        Number(time);
        file.Write([GifPalette.Nothing, 0, 0x2C]);
        Number(part.X);
        Number(part.Y);
        Number(part.Width);
        Number(part.Height);
        file.WriteByte(0);
        file.Write(packed);
    }

    private long Hundredths(int frame) => (long)Math.Round(frame * 100.0 * rate.Denominator / rate.Numerator);

    private void Number(int value)
    {
        Span<byte> bytes = stackalloc byte[2];
        BinaryPrimitives.WriteUInt16LittleEndian(bytes, (ushort)value);
        file.Write(bytes);
    }
}
