using Hang.Media.Frames;
using Hang.Media.Movies;
using Hang.Media.Probing;
using Hang.Scene.Time;

namespace Hang.Media.Kinds;

/// <summary>A kind that is a QuickTime movie of ours, in which every frame is a sample by itself.</summary>
internal abstract class MovieKind : MediaKind
{
    public override int Group(FrameRate rate) => 1;

    public override async Task JoinAsync(Delivery delivery, IReadOnlyList<string> parts, CancellationToken cancel)
    {
        using var file = OpenMovie(delivery);
        foreach (var part in parts)
        {
            using var source = File.OpenHandle(part);
            foreach (var place in await SamplePlace.ReadAsync(part, cancel))
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
