using System.Net;
using Hang.Server.Hosting;

namespace Hang.Server.Safety;

/// <summary>
/// Lets only Hang's own pages drive it. Any page in the same browser could send requests here, or rebind its own host name to this address; so Host must
/// be a loopback name or one that Hang was told, and Origin, where a browser sends one, must be this server. From other machines it is reached by HTTPS only.
/// </summary>
public sealed class OwnPagesOnly(RequestDelegate next, ServerOptions options)
{
    private static readonly HashSet<string> Loopback = new(StringComparer.OrdinalIgnoreCase) { "localhost", "127.0.0.1", "[::1]" };

    // Two years, as browsers' lists of such hosts ask for.
    private const string HttpsFromNowOn = "max-age=63072000";

    private static readonly object Peer = new();

    private readonly HashSet<string> others = options.SignIn ? new(options.HostNames, StringComparer.OrdinalIgnoreCase) : [];

    private readonly HashSet<IPAddress> proxies = options.SignIn ? [.. options.ProxyAddresses] : [];

    /// <summary>Notes who is at the other end of the line, before a proxy's word for somebody else is taken.</summary>
    public static void RememberPeer(IApplicationBuilder app) =>
        app.Use(
            (context, rest) =>
            {
                context.Items[Peer] = Plain(context.Connection.RemoteIpAddress);
                return rest(context);
            }
        );

    public async Task InvokeAsync(HttpContext context)
    {
        var request = context.Request;
        var origin = request.Headers.Origin.ToString();
        var foreign = origin.Length > 0 && !string.Equals(origin, $"{request.Scheme}://{request.Host}", StringComparison.OrdinalIgnoreCase);
        var crossSite = request.Headers["Sec-Fetch-Site"].ToString() is "cross-site" or "same-site" && request.Path.StartsWithSegments("/api");
        // What comes through a proxy is named as the others name it: whoever sends it writes its Host.
        var own = Loopback.Contains(request.Host.Host);
        var brought = context.Items[Peer] is IPAddress peer && proxies.Contains(peer);
        if ((own ? brought : !others.Contains(request.Host.Host)) || foreign || crossSite)
        {
            await ProblemAnswers.WriteAsync(
                context,
                StatusCodes.Status403Forbidden,
                new($"Hang answers only its own pages.", $"Open it at the address that it prints when it starts."),
                context.RequestAborted
            );
            return;
        }
        if (!request.IsHttps && !(own && IsHere(context)))
        {
            await ProblemAnswers.WriteAsync(
                context,
                StatusCodes.Status403Forbidden,
                new($"Hang is reached by HTTPS here.", $"Open https://{request.Host.ToString()}."),
                context.RequestAborted
            );
            return;
        }
        var headers = context.Response.Headers;
        if (!own)
        {
            headers.StrictTransportSecurity = HttpsFromNowOn;
        }
        headers.ContentSecurityPolicy =
            "default-src 'self'; script-src 'self' 'wasm-unsafe-eval'; style-src 'self' 'unsafe-inline'; img-src 'self' data: blob:; media-src 'self' blob:; connect-src 'self'; object-src 'none'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'";
        headers.XContentTypeOptions = "nosniff";
        headers["Referrer-Policy"] = "no-referrer";
        headers["Cross-Origin-Opener-Policy"] = "same-origin";
        headers["Cross-Origin-Resource-Policy"] = "same-origin";
        if (request.Path.StartsWithSegments("/api"))
        {
            // What an endpoint says of its own answer overrules this.
            headers.CacheControl = "no-store";
        }
        await next(context);
    }

    /// <summary>Whether a request comes from this machine. A server within a test has no line, and so no address.</summary>
    private static bool IsHere(HttpContext context) => context.Items[Peer] is not IPAddress peer || IPAddress.IsLoopback(peer);

    private static IPAddress? Plain(IPAddress? address) => address is { IsIPv4MappedToIPv6: true } ? address.MapToIPv4() : address;
}
