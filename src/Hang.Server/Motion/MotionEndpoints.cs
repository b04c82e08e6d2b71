using System.Collections.Immutable;
using Hang.Scene;
using Hang.Scene.Motion;
using Hang.Scene.Time;
using Hang.Server.Safety;
using Hang.Store.Feels;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Hang.Server.Motion;

/// <summary>A feel by name.</summary>
public sealed record FeelChoice(string Name, string Css);

/// <summary>A feel that was worked out, and how long it takes by nature.</summary>
/// <param name="Seconds">Until rest.</param>
public sealed record MadeFeel(string Css, double Seconds);

/// <summary>Feels, and times as people type them: what the bench asks the core about motion apart from a graphic.</summary>
public static class MotionEndpoints
{
    private const int ShapePoints = 64;
    private const int MostName = 40;

    public static void Map(IEndpointRouteBuilder app)
    {
        var api = app.MapGroup("/api").WithTags("Motion").Refuses();
        api.MapGet("/feels", Shape).WithName("feelShape").WithSummary("A feel's progress at even steps of time.");
        api.MapGet("/feels/spring", (double stiffness, double damping, double mass) => Made(new Spring(stiffness, damping, mass).Demand()))
            .WithName("springFeel")
            .WithSummary("A spring as a feel, and how long it takes to rest.");
        api.MapGet("/time", (string text, string rate, int from) => TimeText.Parse(text, FrameRate.Parse(rate), from))
            .WithName("time")
            .WithSummary("A time as people type it, in frames.");
        api.MapGet(
                "/graphics/{id:guid}/feels",
                async Task<Results<Ok<ImmutableArray<FeelChoice>>, NotFound>> (Guid id, FeelStore store, CancellationToken cancel) =>
                    await store.ListAsync(id, cancel) is { } feels
                        ? TypedResults.Ok(feels.Select(f => new FeelChoice(f.Name, f.Css)).ToImmutableArray())
                        : TypedResults.NotFound()
            )
            .WithName("packageFeels")
            .WithSummary("The feels that a graphic's package keeps.");
        api.MapPut("/graphics/{id:guid}/feels", async (Guid id, FeelChoice feel, FeelStore store, CancellationToken cancel) =>
                Demands.Found(await store.KeepAsync(id, Named(feel.Name), FeelText.Parse(feel.Css).Css, cancel))
            )
            .WithName("keepFeel")
            .WithSummary("Keeps a feel in a graphic's package.");
        api.MapDelete("/graphics/{id:guid}/feels/{name}", async (Guid id, string name, FeelStore store, CancellationToken cancel) =>
                Demands.Found(await store.ForgetAsync(id, name, cancel))
            )
            .WithName("forgetFeel")
            .WithSummary("Forgets a feel of the package.");
    }

    /// <summary>Progress in value at even steps of progress in time, from 0 to 1, so that a feel can be drawn without its formula.</summary>
    private static ImmutableArray<double> Shape(string css, HttpResponse response)
    {
        var feel = FeelText.Parse(css);
        response.Headers.CacheControl = "private, max-age=31536000, immutable";
        return [.. Enumerable.Range(0, ShapePoints + 1).Select(i => feel.At((double)i / ShapePoints))];
    }

    private static MadeFeel Made(Spring spring) => new(spring.Feel.Css, spring.SettleSeconds);

    private static string Named(string name)
    {
        var trimmed = name.Trim();
        return
            trimmed.Length is > 0 and <= MostName
            && !trimmed.Any(char.IsControl)
            && NamedFeels.All.All(f => !string.Equals(f.Name, trimmed, StringComparison.OrdinalIgnoreCase))
            ? trimmed
            : throw new ProblemException(
                $"A feel cannot be named \"{name}\".",
                $"Use 1 to {MostName} characters, and none of the names that Hang's own feels have.",
                field: "name"
            );
    }
}
