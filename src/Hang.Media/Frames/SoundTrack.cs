using Hang.Core.Documents;
using Hang.Core.Handoff;
using Hang.Core.Sounds;
using Hang.Media.Sounds;
using Hang.Scene.Time;

namespace Hang.Media.Frames;

/// <summary>The sound that goes into a file, mixed and lying as Broadcast Wave beside it for as long as it is made.</summary>
/// <param name="Path">Of the wave.</param>
/// <param name="Count">Samples, as many as the file's frames last.</param>
public sealed record SoundTrack(string Path, long Count)
{
    /// <summary>The sound that a plan's file has.</summary>
    /// <returns>Null where the kind has room for none, the plan wants none, or there is none.</returns>
    /// <exception cref="Scene.ProblemException">A sound is not there, or no shelf was given for a graphic that has one.</exception>
    public static async Task<(SoundMix Mix, long From, long Count)?> MixAsync(Graphic graphic, HandoffPlan plan, SoundShelf? sounds, CancellationToken cancel)
    {
        if (plan.Silent || FileKinds.Of(plan.Kind).Sound == SoundRoom.None || !SoundMix.Heard(graphic).Any())
        {
            return null;
        }
        var mix = await (sounds ?? throw new InvalidOperationException("A graphic with sound is handed off without its sounds.")).MixAsync(
            graphic,
            cancel: cancel
        );
        return (mix, SampleClock.StartOf(graphic.Rate, plan.From), SampleClock.StartOf(plan.Rate(graphic.Rate), plan.Frames));
    }

    /// <summary>How loud the sound of a plan's file is; null where it has none.</summary>
    public static async Task<Loudness?> LoudnessAsync(Graphic graphic, HandoffPlan plan, SoundShelf? sounds, CancellationToken cancel) =>
        await MixAsync(graphic, plan, sounds, cancel) is var (mix, from, count) ? Loudness.Of(mix, from, from + count) : null;

    /// <summary>Mixes the sound of a file.</summary>
    /// <param name="path">Of the wave to make.</param>
    public static async Task<SoundTrack?> MakeAsync(Graphic graphic, Delivery delivery, SoundShelf? sounds, string path, CancellationToken cancel)
    {
        if (await MixAsync(graphic, delivery.Plan, sounds, cancel) is not var (mix, from, count))
        {
            return null;
        }
        var card = delivery.Card;
        await BroadcastWave.WriteAsync(
            path,
            mix,
            from,
            count,
            SampleClock.StartOf(delivery.Rate, delivery.FirstTimecode),
            $"{card.Title}, {card.Timecode}",
            card.Made,
            Loudness.Of(mix, from, from + count),
            cancel
        );
        return new(path, count);
    }

    /// <summary>Bytes of both channels' samples, little-endian PCM of 24 bits.</summary>
    /// <param name="file">The wave, opened.</param>
    /// <param name="first">First sample.</param>
    internal static byte[] Read(FileStream file, long first, int count)
    {
        var bytes = new byte[count * BroadcastWave.SampleBytes];
        file.Position = BroadcastWave.HeaderBytes + first * BroadcastWave.SampleBytes;
        file.ReadExactly(bytes);
        return bytes;
    }
}
