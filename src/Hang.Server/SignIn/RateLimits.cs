using System.Globalization;
using System.Security.Claims;
using System.Threading.RateLimiting;
using Hang.Server.Safety;

namespace Hang.Server.SignIn;

/// <summary>How often somebody may ask: passwords and codes are tried slowly, everything else as fast as a bench and a roster do.</summary>
internal static class RateLimits
{
    /// <summary>Attempts to sign in from one address within a minute.</summary>
    public const int Attempts = 10;

    // A roster of 200 rows asks for 200 pictures at once.
    private const int Burst = 600,
        EachSecond = 60;

    public static void Add(IServiceCollection services) =>
        services.AddRateLimiter(limits =>
        {
            limits.GlobalLimiter = PartitionedRateLimiter.Create<HttpContext, string>(Partition);
            limits.OnRejected = async (rejected, cancel) =>
            {
                var wait = rejected.Lease.TryGetMetadata(MetadataName.RetryAfter, out var after) ? after : TimeSpan.FromSeconds(1);
                var seconds = Math.Max(1, (int)Math.Ceiling(wait.TotalSeconds));
                rejected.HttpContext.Response.Headers.RetryAfter = seconds.ToString(CultureInfo.InvariantCulture);
                await ProblemAnswers.WriteAsync(
                    rejected.HttpContext,
                    StatusCodes.Status429TooManyRequests,
                    new($"This was asked too often.", $"Wait {seconds} seconds and try again."),
                    cancel
                );
            };
        });

    private static RateLimitPartition<string> Partition(HttpContext context)
    {
        var from = context.Connection.RemoteIpAddress?.ToString() ?? "";
        var request = context.Request;
        if (context.GetEndpoint()?.Metadata.GetMetadata<Attempt>() is not null)
        {
            return RateLimitPartition.GetFixedWindowLimiter($"attempt {from}", _ => new() { PermitLimit = Attempts, Window = TimeSpan.FromMinutes(1) });
        }
        return request.Path.StartsWithSegments("/api") || request.Path.StartsWithSegments("/live")
            ? RateLimitPartition.GetTokenBucketLimiter(context.User.FindFirstValue(SessionTickets.SessionClaim) ?? from, _ => new()
                {
                    TokenLimit = Burst,
                    TokensPerPeriod = EachSecond,
                    ReplenishmentPeriod = TimeSpan.FromSeconds(1),
                })
            : RateLimitPartition.GetNoLimiter("");
    }

    /// <summary>Marks an address where passwords or codes are tried.</summary>
    public sealed class Attempt;
}
