using System.Collections.Immutable;
using System.Security.Cryptography;
using Hang.Media.Frames;
using Hang.Media.Movies;
using Hang.Media.Probing;
using Hang.Scene.Time;

namespace Hang.Media.Kinds;

/// <summary>A kind that is a QuickTime movie of ours, in which every frame is a sample by itself.</summary>
internal abstract class MovieKind : MediaKind
{
    public override int Group(FrameRate rate) => 1;

    /// <summary>Its samples, by their bytes.</summary>
    public override async Task<CodedFrames?> CodedAsync(Delivery delivery, CancellationToken cancel)
    {
        var probe = await FileProbe.ReadAsync(delivery.Path, cancel);
        var hashes = ImmutableArray.CreateBuilder<string>(probe.Places.Length);
        using var source = File.OpenHandle(delivery.Path);
        foreach (var place in probe.Places)
        {
            cancel.ThrowIfCancellationRequested();
            hashes.Add(Convert.ToHexString(SHA256.HashData(SampleReader.Read(source, place))));
        }
        return new($"{probe.Codec} {probe.Tag} {probe.Width} x {probe.Height} {probe.PixelFormat}", hashes.MoveToImmutable());
    }

    public override async Task JoinAsync(Delivery delivery, IReadOnlyList<string> parts, CancellationToken cancel)
    {
        using var file = OpenMovie(delivery);
        // To ask where samples lie takes longer than to copy them.
        var places = new IReadOnlyList<SamplePlace>[parts.Count];
        await Parallel.ForAsync(0, parts.Count, cancel, async (i, c) => places[i] = await SamplePlace.ReadAsync(parts[i], c));
        foreach (var (i, part) in parts.Index())
        {
            using var source = File.OpenHandle(part);
            foreach (var place in places[i])
            {
                cancel.ThrowIfCancellationRequested();
                file.Add(SampleReader.Read(source, place), 1);
            }
        }
        file.Finish();
    }

    /// <summary>A movie of this kind for samples that are there already.</summary>
    protected abstract MovFile OpenMovie(Delivery delivery);
}
