using System.Buffers.Binary;
using System.Globalization;
using Hang.Core.Sounds;
using Hang.Scene.Time;

namespace Hang.Media.Sounds;

/// <summary>A sound as Broadcast Wave (EBU Tech 3285, version 2): PCM of 24 bits, with the timecode it begins at and its loudness.</summary>
internal static class BroadcastWave
{
    /// <summary>Bytes of a sample of both channels.</summary>
    public const int SampleBytes = ISamples.Channels * 3;

    /// <summary>Bytes before the first sample.</summary>
    public const int HeaderBytes = 12 + 8 + BextBytes + 8 + 16 + 8;

    private const int BextBytes = 602 + 2,
        Unset = 0x7FFF;
    private const double FullScale = 1 << 23;

    /// <param name="from">First sample of the mix.</param>
    /// <param name="count">Samples of each channel.</param>
    /// <param name="since">Samples since midnight at which it begins.</param>
    /// <param name="description">At most 256 ASCII letters.</param>
    public static async Task WriteAsync(
        string path,
        ISamples mix,
        long from,
        long count,
        long since,
        string description,
        DateTimeOffset? made,
        Loudness loudness,
        CancellationToken cancel
    )
    {
        await using var file = new FileStream(path, FileMode.CreateNew, FileAccess.Write);
        await file.WriteAsync(Header(count, since, description, made, loudness), cancel);
        var samples = new float[ISamples.Channels << 14];
        var bytes = new byte[samples.Length * 3];
        for (long done = 0; done < count; )
        {
            var piece = samples.AsMemory(0, (int)Math.Min(samples.Length, (count - done) * ISamples.Channels));
            mix.Read(from + done, piece.Span);
            ToBytes(piece.Span, bytes);
            await file.WriteAsync(bytes.AsMemory(0, piece.Length * 3), cancel);
            done += piece.Length / ISamples.Channels;
        }
    }

    /// <summary>A level as it is written: whole numbers of 24 bits, full scale at most.</summary>
    public static int Level(float sample) => (int)Math.Clamp(Math.Round(sample * FullScale, MidpointRounding.ToEven), -FullScale, FullScale - 1);

    private static void ToBytes(ReadOnlySpan<float> samples, Span<byte> bytes)
    {
        for (var i = 0; i < samples.Length; i++)
        {
            var level = Level(samples[i]);
            (bytes[3 * i], bytes[3 * i + 1], bytes[3 * i + 2]) = ((byte)level, (byte)(level >> 8), (byte)(level >> 16));
        }
    }

    private static byte[] Header(long count, long since, string description, DateTimeOffset? made, Loudness loudness)
    {
        var header = new byte[HeaderBytes];
        var at = 0;
        void Text(string text, int room)
        {
            System.Text.Encoding.ASCII.GetBytes(text.AsSpan(0, Math.Min(text.Length, room)), header.AsSpan(at, room));
            at += room;
        }
        void U16(int value)
        {
            BinaryPrimitives.WriteUInt16LittleEndian(header.AsSpan(at), (ushort)value);
            at += 2;
        }
        void U32(long value)
        {
            BinaryPrimitives.WriteUInt32LittleEndian(header.AsSpan(at), (uint)value);
            at += 4;
        }
        // Hundredths of a unit, as version 2 has them.
        static int Hundredths(double? value) => value is { } v ? (ushort)(short)Math.Round(v * 100) : Unset;
        var data = count * SampleBytes;
        Text("RIFF", 4);
        U32(HeaderBytes - 8 + data);
        Text("WAVE", 4);
        Text("bext", 4);
        U32(BextBytes);
        Text(description, 256);
        Text("Hang", 32);
        Text("", 32);
        Text(made?.UtcDateTime.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture) ?? "", 10);
        Text(made?.UtcDateTime.ToString("HH:mm:ss", CultureInfo.InvariantCulture) ?? "", 8);
        U32(since & 0xFFFFFFFF);
        U32(since >> 32);
        U16(2);
        at += 64;
        U16(Hundredths(loudness.Integrated));
        U16(Unset);
        U16(Hundredths(loudness.TruePeak));
        U16(Hundredths(loudness.Momentary));
        U16(Hundredths(loudness.ShortTerm));
        at += 180;
        // Room for a coding history that has nothing to tell.
        at += 2;
        Text("fmt ", 4);
        U32(16);
        U16(1);
        U16(ISamples.Channels);
        U32(SampleClock.Rate);
        U32(SampleClock.Rate * SampleBytes);
        U16(SampleBytes);
        U16(24);
        Text("data", 4);
        U32(data);
        return header;
    }
}
