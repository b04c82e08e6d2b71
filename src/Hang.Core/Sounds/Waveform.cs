using Hang.Scene;

namespace Hang.Core.Sounds;

/// <summary>The outline of a sound for a timeline: of every so many samples the lowest and the highest.</summary>
public static class Waveform
{
    /// <summary>The fewest samples that one pair stands for; every power of two times that can be asked for.</summary>
    public const int Finest = 16;

    /// <summary>The most.</summary>
    public const int Coarsest = Finest << 14;

    /// <summary>Lowest and highest value in turn, as seen on either channel, -127..127 for full scale.</summary>
    /// <param name="every">Samples that a pair stands for.</param>
    public static sbyte[] Of(ISamples sound, int every)
    {
        if (every is < Finest or > Coarsest || !int.IsPow2(every))
        {
            throw new ProblemException(
                $"A waveform cannot be made of every {every} samples.",
                $"Ask for {Finest} times a power of two, up to {Coarsest}.",
                field: "every"
            );
        }
        var pairs = (int)((sound.Count + every - 1) / every);
        var outline = new sbyte[2 * pairs];
        var room = new float[Math.Max(every, 1 << 14) * ISamples.Channels];
        var atOnce = room.Length / ISamples.Channels / every;
        for (var i = 0; i < pairs; i += atOnce)
        {
            var piece = room.AsSpan(0, (int)Math.Min((long)atOnce * every, sound.Count - (long)i * every) * ISamples.Channels);
            sound.Read((long)i * every, piece);
            for (var k = 0; k * every * ISamples.Channels < piece.Length; k++)
            {
                var pair = piece[(k * every * ISamples.Channels)..Math.Min(piece.Length, (k + 1) * every * ISamples.Channels)];
                var (low, high) = (0f, 0f);
                foreach (var sample in pair)
                {
                    (low, high) = (Math.Min(low, sample), Math.Max(high, sample));
                }
                (outline[2 * (i + k)], outline[2 * (i + k) + 1]) = (Byte(low), Byte(high));
            }
        }
        return outline;
    }

    private static sbyte Byte(float level) => (sbyte)Math.Clamp(Math.Round(level * sbyte.MaxValue), -sbyte.MaxValue, sbyte.MaxValue);
}
