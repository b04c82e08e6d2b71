using System.Runtime.InteropServices;
using Hang.Core.Sounds;
using Hang.Media.Sounds;
using Hang.Scene;
using Hang.Scene.Time;
using Hang.Server.Safety;
using Hang.Store.Sounds;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Hang.Server.Sounds;

/// <summary>A sound that was taken in.</summary>
/// <param name="Samples">Its length, 48000 a second.</param>
public sealed record AddedSound(string Hash, string Name, string Type, int Samples, int Channels);

/// <summary>Sounds come in as the body of a request; what is heard of a graphic goes out as samples and as an outline, by its key.</summary>
public static class SoundEndpoints
{
    private const int MostSamples = 30 * SampleClock.Rate;
    private const string Forever = "private, max-age=31536000, immutable";

    public static void Map(IEndpointRouteBuilder app)
    {
        var api = app.MapGroup("/api/sounds").WithTags("Sounds").Refuses();
        api.MapPost("/", AddAsync).Takes(SoundFile.MostBytes + 1).WithName("addSound").WithSummary("Takes a sound in; it is judged by its content.").Accepts<byte[]>("application/octet-stream", "audio/wav", "audio/flac", "audio/mpeg", "audio/ogg", "audio/mp4");
        api.MapGet("/{hash}", FileAsync).WithName("sound").WithSummary("A sound as it came, by its content hash.");
        var heard = app.MapGroup("/api/heard/{key}").WithTags("Sounds").Refuses();
        heard.MapGet("/samples", Samples).WithName("heardSamples").WithSummary("Samples of a mix: 32-bit floats, little-endian, left and right in turn.").Produces(200, contentType: "application/octet-stream");
        heard.MapGet("/waveform", Outline).WithName("waveform").WithSummary("The outline of a mix: of every so many samples the lowest and the highest, as signed bytes.").Produces(200, contentType: "application/octet-stream");
    }

    private static async Task<AddedSound> AddAsync(string name, HttpRequest request, DocumentSounds sounds, CancellationToken cancel)
    {
        var bytes = await Uploads.ReadAsync(request, name, SoundFile.MostBytes, "sound", cancel);
        var sound = await sounds.AddAsync(name, bytes, cancel);
        return new(sound.Hash, sound.Asset.Name, sound.Asset.Type, sound.Asset.Samples, sound.Asset.Channels);
    }

    private static async Task<Results<PhysicalFileHttpResult, NotFound>> FileAsync(string hash, SoundStore store, HttpResponse response, CancellationToken cancel)
    {
        if (await store.FileAsync(hash, cancel) is not { } path || await store.FindAsync(hash, cancel) is not { } sound)
        {
            return TypedResults.NotFound();
        }
        response.Headers.CacheControl = Forever;
        return TypedResults.PhysicalFile(Path.GetFullPath(path), sound.Type);
    }

    /// <param name="from">First sample.</param>
    /// <param name="count">How many; at most 30 s. Past the end there are fewer.</param>
    private static Results<FileContentHttpResult, NotFound> Samples(string key, long from, int count, HeardMixes mixes, HttpResponse response)
    {
        if (mixes.Find(key) is not { } mix)
        {
            return TypedResults.NotFound();
        }
        if (from < 0 || count is < 1 or > MostSamples)
        {
            throw new ProblemException("So many samples are not given at once.", $"Ask for 1 to {MostSamples}, from 0 on.", field: "count");
        }
        var samples = new float[Math.Clamp(mix.Count - from, 0, count) * ISamples.Channels];
        mix.Read(from, samples);
        response.Headers.CacheControl = Forever;
        return TypedResults.File(MemoryMarshal.AsBytes(samples.AsSpan()).ToArray(), "application/octet-stream");
    }

    /// <param name="every">Samples that a pair stands for: 16 times a power of two.</param>
    private static Results<FileContentHttpResult, NotFound> Outline(string key, int every, HeardMixes mixes, HttpResponse response)
    {
        if (mixes.Find(key) is not { } mix)
        {
            return TypedResults.NotFound();
        }
        response.Headers.CacheControl = Forever;
        return TypedResults.File(MemoryMarshal.AsBytes(Waveform.Of(mix, every).AsSpan()).ToArray(), "application/octet-stream");
    }
}
