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
        // Parts are told by their own tables; the file that is made of them, by ffprobe.
        var own = delivery.IsPart ? MovSamples.Read(delivery.Path) : null;
        var probe = own is null ? await FileProbe.ReadAsync(delivery.Path, cancel) : null;
        var places = own?.Places ?? probe!.Places;
        var hashes = ImmutableArray.CreateBuilder<string>(places.Count);
        using var source = File.OpenHandle(delivery.Path);
        foreach (var place in places)
        {
            cancel.ThrowIfCancellationRequested();
            hashes.Add(Convert.ToHexString(SHA256.HashData(SampleReader.Read(source, place))));
        }
        var look = own is null ? $"{probe!.Tag} {probe.Width} x {probe.Height}" : $"{own.Code} {own.Width} x {own.Height}";
        return new(look, hashes.MoveToImmutable());
    }

    public override async Task JoinAsync(Delivery delivery, IReadOnlyList<string> parts, CancellationToken cancel)
    {
        using var file = OpenMovie(delivery);
        foreach (var part in parts)
        {
            using var source = File.OpenHandle(part);
            foreach (var place in await MovSamples.PlacesAsync(part, cancel))
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
