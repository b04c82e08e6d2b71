using System.Runtime.InteropServices;
using Hang.Core.Sounds;
using Hang.Scene;
using Hang.Scene.Time;
using Hang.Server.Safety;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Hang.Server.Sounds;

/// <summary>What is heard of a graphic goes out as samples and as an outline, by its key.</summary>
public static class SoundEndpoints
{
    private const int MostSamples = 30 * SampleClock.Rate;
    private const string Forever = "private, max-age=31536000, immutable";

    public static void Map(IEndpointRouteBuilder app)
    {
        var heard = app.MapGroup("/api/heard/{key}").WithTags("Sounds").Refuses();
        heard
            .MapGet("/samples", Samples)
            .WithName("heardSamples")
            .WithSummary("Samples of a mix: 32-bit floats, little-endian, left and right in turn.")
            .Produces(200, contentType: "application/octet-stream");
        heard
            .MapGet("/waveform", Outline)
            .WithName("waveform")
            .WithSummary("The outline of a mix: of every so many samples the lowest and the highest, as signed bytes.")
            .Produces(200, contentType: "application/octet-stream");
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
            throw new ProblemException($"So many samples are not given at once.", $"Ask for 1 to {MostSamples}, from 0 on.", field: "count");
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
