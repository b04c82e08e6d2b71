using System.Buffers.Binary;
using Hang.Media.Encoding;
using Hang.Media.Frames;

namespace Hang.Media.Stills;

/// <summary>
/// Writes an animated PNG (ISO/IEC 15948, third edition). A time may be any fraction there, but browsers cut each to whole milliseconds, so that a second of
/// 24000/1001 frames would last 983 of them: times are whole milliseconds here, and what is rounded at one is made good at the next.
/// </summary>
internal sealed class ApngWriter : ChangedPartsWriter
{
    private const int PlacesOfControl = 8,
        MostTime = ushort.MaxValue,
        PartsOfSecond = 1000;
    private readonly long control;
    private uint sequence;
    private uint count;
    private int shown;

    public ApngWriter(Delivery delivery)
        : base(delivery)
    {
        PngChunks.Begin(File, delivery.Width, delivery.Height, delivery.Plan.HasAlpha);
        Words("Title", delivery.Card.Title);
        Words("Comment", delivery.Card.Comment);
        // How many frames there are is known at the end.
        control = File.Position;
        WriteControl();
    }

    protected override byte[] Pack(byte[] pixels, int width, int height) => PngChunks.Pack(pixels, width, height, Delivery.Plan.HasAlpha);

    protected override void Write(ChangedPart part, byte[] packed)
    {
        var left = TimedFrames.Milliseconds(Delivery, shown + part.Times) - TimedFrames.Milliseconds(Delivery, shown);
        shown += part.Times;
        WriteFrame(part, packed, Math.Min(left, MostTime));
        // What stands longer than a number can say goes on standing, as one pixel that is what it was.
        for (left -= MostTime; left > 0; left -= MostTime)
        {
            WriteFrame(part with { Width = 1, Height = 1, LiesOver = false }, Pack(part.FirstPixel, 1, 1), Math.Min(left, MostTime));
        }
    }

    protected override void End()
    {
        PngChunks.Write(File, "IEND"u8, []);
        File.Position = control;
        WriteControl();
    }

    private void WriteFrame(ChangedPart part, byte[] packed, long time)
    {
        Span<byte> frame = stackalloc byte[26];
        BinaryPrimitives.WriteUInt32BigEndian(frame, sequence++);
        BinaryPrimitives.WriteInt32BigEndian(frame[4..], part.Width);
        BinaryPrimitives.WriteInt32BigEndian(frame[8..], part.Height);
        BinaryPrimitives.WriteInt32BigEndian(frame[12..], part.X);
        BinaryPrimitives.WriteInt32BigEndian(frame[16..], part.Y);
        BinaryPrimitives.WriteUInt16BigEndian(frame[20..], (ushort)time);
        BinaryPrimitives.WriteUInt16BigEndian(frame[22..], PartsOfSecond);
        // Left as it is; over those below or instead of them.
        frame[24] = 0;
        frame[25] = part.LiesOver ? (byte)1 : (byte)0;
        PngChunks.Write(File, "fcTL"u8, frame);
        if (count++ == 0)
        {
            PngChunks.Write(File, "IDAT"u8, packed);
            return;
        }
        var data = new byte[4 + packed.Length];
        BinaryPrimitives.WriteUInt32BigEndian(data, sequence++);
        packed.CopyTo(data, 4);
        PngChunks.Write(File, "fdAT"u8, data);
    }

    private void WriteControl()
    {
        Span<byte> numbers = stackalloc byte[PlacesOfControl];
        BinaryPrimitives.WriteUInt32BigEndian(numbers, count);
        BinaryPrimitives.WriteUInt32BigEndian(numbers[4..], Delivery.Plan.Once ? 1u : 0);
        PngChunks.Write(File, "acTL"u8, numbers);
    }

    private void Words(string name, string text)
    {
        if (text.Length > 0)
        {
            // Not compressed, of no language, in UTF-8.
            PngChunks.Write(File, "iTXt"u8, [.. System.Text.Encoding.ASCII.GetBytes(name), 0, 0, 0, 0, 0, .. System.Text.Encoding.UTF8.GetBytes(text)]);
        }
    }
}
