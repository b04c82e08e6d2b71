using System.Globalization;
using Hang.Media.Probing;
using Hang.Scene;
using Hang.Scene.Time;
using Hang.Server.Safety;
using Hang.Server.SignIn;
using Hang.Store.Accounts;

namespace Hang.Server.Rack;

/// <summary>The format of a clip that somebody dropped, for a graphic that is to go over it.</summary>
/// <param name="Rate">The rate that Hang works in and that is nearest to the clip's.</param>
/// <param name="Frames">Frames of the clip.</param>
/// <param name="Note">Where the rate is not quite the clip's: what it is; null else.</param>
public sealed record ClipFormat(int Width, int Height, string Rate, int Frames, Sentence? Note);

/// <summary>Reads the format off footage.</summary>
public static class FormatEndpoints
{
    /// <summary>Largest clip that is read, in bytes.</summary>
    private const long MostBytes = 4L * 1024 * 1024 * 1024;

    /// <summary>How far a rate may be from the one that is taken for it without a word.</summary>
    private const double Near = 0.0005;

    public static void Map(IEndpointRouteBuilder app) =>
        app.MapGroup("/api")
            .WithTags("Rack")
            .Refuses()
            .MapPost("/formats", ReadAsync)
            .Needing(Role.Editor)
            .WithName("readFormat")
            .WithSummary("Size, rate and length of a clip; the clip is not kept.")
            .Accepts<byte[]>("application/octet-stream")
            .Takes(MostBytes);

    private static async Task<ClipFormat> ReadAsync(string name, HttpRequest request, CancellationToken cancel)
    {
        var folder = Directory.CreateTempSubdirectory("hang-dropped-");
        var path = Path.Combine(folder.FullName, "clip");
        try
        {
            await using (var file = File.Create(path))
            {
                var buffer = new byte[1 << 16];
                for (int read; (read = await request.Body.ReadAsync(buffer, cancel)) > 0; )
                {
                    await file.WriteAsync(buffer.AsMemory(0, read), cancel);
                    if (file.Length > MostBytes)
                    {
                        throw new ProblemException(
                            $"{Quoted.Short(name)} is too large to be looked at.",
                            $"Drop a shorter clip of the same footage.",
                            field: "clip"
                        );
                    }
                }
            }
            var probe = await ProbeAsync(path, name, cancel);
            var (rate, note) = Nearest(probe.Rate);
            return new(probe.Width, probe.Height, rate.ToString(), probe.Frames, note);
        }
        finally
        {
            folder.Delete(true);
        }
    }

    private static async Task<FileProbe> ProbeAsync(string path, string name, CancellationToken cancel)
    {
        try
        {
            var probe = await FileProbe.ReadAsync(path, cancel);
            return probe is { Width: > 0, Height: > 0 } ? probe : throw new ProblemException($"It has no picture.", $"");
        }
        catch (ProblemException)
        {
            throw new ProblemException(
                $"{Quoted.Short(name)} is no clip that can be read.",
                $"Drop a video file, or the pictures of a sequence.",
                field: "clip"
            );
        }
    }

    private static (FrameRate Rate, Sentence? Note) Nearest(string written)
    {
        var parts = written.Split('/');
        var number =
            double.TryParse(parts[0], CultureInfo.InvariantCulture, out var up)
            && double.TryParse(parts.ElementAtOrDefault(1) ?? "1", CultureInfo.InvariantCulture, out var down)
            && down > 0
                ? up / down
                : 25;
        var rate = FrameRate.All.MinBy(r => Math.Abs(r.PerSecond - number));
        return (
            rate,
            Math.Abs(rate.PerSecond / number - 1) <= Near
                ? null
                : (Sentence)$"The clip has {number:0.###} frames a second; {rate.PerSecond:0.###} is the nearest that Hang works in."
        );
    }
}
