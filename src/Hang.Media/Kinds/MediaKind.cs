using System.Globalization;
using Hang.Core.Handoff;
using Hang.Media.Frames;
using Hang.Media.Movies;
using Hang.Media.Probing;
using Hang.Media.Reading;
using Hang.Scene;
using Hang.Scene.Time;

namespace Hang.Media.Kinds;

/// <summary>How one kind of file is written, and read again for its proof. What it can hold is told by <see cref="FileKinds"/>.</summary>
internal abstract class MediaKind
{
    /// <summary>Begins a file.</summary>
    /// <exception cref="Scene.ProblemException">ffmpeg is not installed.</exception>
    public abstract Task<IFrameWriter> OpenAsync(Delivery delivery, CancellationToken cancel);

    /// <summary>
    /// Frames from one that needs no other to the next, where a file of this kind can be rendered in parts, each of which begins with such a one; 0 where it
    /// cannot.
    /// </summary>
    /// <param name="rate">Frames a second of the file.</param>
    public virtual int Group(FrameRate rate) => 0;

    /// <summary>What a part's file is called behind the dot; none: as the whole.</summary>
    public virtual string? PartExtension => null;

    /// <summary>Joins parts, and the sound, into the file without encoding again.</summary>
    /// <param name="parts">Paths, in order.</param>
    /// <exception cref="NotSupportedException">The kind has no <see cref="Group"/>.</exception>
    /// <exception cref="Scene.ProblemException">A part cannot be read.</exception>
    public virtual Task JoinAsync(Delivery delivery, IReadOnlyList<string> parts, CancellationToken cancel) =>
        throw new NotSupportedException($"{delivery.Plan.Kind} is not joined from parts.");

    /// <summary>The coded frames of a finished file, or of a part that can be joined with others.</summary>
    /// <returns>Null where they cannot be told. When they are shown is among the facts.</returns>
    /// <exception cref="Scene.ProblemException">The file cannot be read.</exception>
    public virtual async Task<CodedFrames?> CodedAsync(Delivery delivery, CancellationToken cancel) => await PacketHashes.ReadAsync(delivery.Path, cancel);

    /// <summary>The frames of a finished file in order, equal neighbours counted instead of repeated.</summary>
    public abstract IAsyncEnumerable<DecodedRun> ReadAsync(Delivery delivery, CancellationToken cancel);

    /// <summary>The look of a movie that is proved slice by slice; null for one that is decoded frame by frame.</summary>
    public virtual MovLook? SlicedLook(Delivery delivery) => null;

    /// <summary>What the file says of itself, compared with what it should say.</summary>
    public virtual Task<IReadOnlyList<ProofFact>> FactsAsync(Delivery delivery, CancellationToken cancel) => Task.FromResult<IReadOnlyList<ProofFact>>([]);

    /// <summary>The pixels that a file of this kind can have at best, from those that were painted.</summary>
    /// <param name="painted">Changed in place.</param>
    public virtual void Reduce(Span<byte> painted) { }

    /// <summary>The facts of a video file that ffprobe reads.</summary>
    /// <param name="codec">Codec and tag.</param>
    /// <param name="tags">Matrix, transfer and primaries.</param>
    private protected static async Task<IReadOnlyList<ProofFact>> ProbedAsync(
        string path,
        Delivery delivery,
        string codec,
        string? tags,
        bool hasAlpha,
        CancellationToken cancel
    )
    {
        var probe = await FileProbe.ReadAsync(path, cancel);
        var rate = delivery.Rate.Denominator == 1 ? $"{delivery.Rate}/1" : delivery.Rate.ToString();
        List<ProofFact> facts =
        [
            ProofFact.Of($"frame rate", $"{rate}", $"{(IsSame(delivery.Rate, probe.Rate) ? rate : probe.Rate)}"),
            TimesFact(delivery.Rate, probe),
            ProofFact.Of($"size", $"{delivery.Width} x {delivery.Height}", $"{probe.Width} x {probe.Height}"),
            ProofFact.Of($"codec", $"{codec}", $"{probe.Codec} {probe.Tag}"),
            ProofFact.Of($"alpha plane", hasAlpha ? (Sentence)$"yes" : $"no", probe.HasAlpha ? (Sentence)$"yes" : $"no"),
        ];
        if (tags is not null)
        {
            facts.Add(ProofFact.Of($"colour tags", $"{tags}", $"{probe.Matrix}, {probe.Transfer}, {probe.Primaries}"));
        }
        return facts;
    }

    /// <summary>Whether each frame is shown when its number says, and not only as many of them a second as the file says of itself.</summary>
    private static ProofFact TimesFact(FrameRate rate, FileProbe probe) =>
        probe.FirstAstray(rate) is { } i
            ? new($"time of frame {i + 1}", $"{i / rate.PerSecond:0.000} s", $"{probe.Times[i]:0.000} s", false)
            : new($"times of frames", $"by their numbers", $"by their numbers", true);

    /// <summary>
    /// True when a rate that ffprobe reads is one: Matroska has a frame's length in whole nanoseconds only, of which it makes 19001/317 for 60000/1001.
    /// </summary>
    private static bool IsSame(FrameRate meant, string found)
    {
        var parts = found.Split('/');
        return parts.Length == 2
            && double.TryParse(parts[0], CultureInfo.InvariantCulture, out var up)
            && double.TryParse(parts[1], CultureInfo.InvariantCulture, out var down)
            && up > 0
            && Math.Abs(1e9 * down / up - 1e9 * meant.Denominator / meant.Numerator) < 1;
    }
}
