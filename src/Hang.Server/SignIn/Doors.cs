using System.Net;
using Hang.Core;
using Hang.Server.Hosting;

namespace Hang.Server.SignIn;

/// <summary>Where the server may listen: beyond this machine only with sign-in, and only by HTTPS or behind a proxy that does it.</summary>
internal static class Doors
{
    /// <summary>All addresses that a configuration makes ASP.NET Core listen at.</summary>
    public static IEnumerable<string> Of(IConfiguration configuration)
    {
        var endpoints = configuration.GetSection("Kestrel:Endpoints").GetChildren().Select(e => e["Url"]).OfType<string>();
        // Ports alone mean every address, and count where no address is said.
        var ports = string.IsNullOrEmpty(configuration["urls"]) ? new[] { "http", "https" }.Where(s => !string.IsNullOrEmpty(configuration[$"{s}_ports"])).Select(s => $"{s}://*:0") : [];
        return [configuration["urls"] ?? "", .. endpoints, .. ports];
    }

    /// <param name="urls">Addresses as ASP.NET Core takes them, with ; between.</param>
    /// <exception cref="ProblemException">One is open to others without what that takes.</exception>
    public static void Demand(IEnumerable<string> urls, ServerOptions options)
    {
        foreach (var url in urls.SelectMany(u => u.Split(';', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)))
        {
            var address = BindingAddress.Parse(url);
            if (Own(address.Host))
            {
                continue;
            }
            if (!options.SignIn)
            {
                throw new ProblemException($"{address.Host} is open to other machines, and anybody there could change everything.", "Set SignIn, or listen on 127.0.0.1.", field: "urls");
            }
            if (!string.Equals(address.Scheme, "https", StringComparison.OrdinalIgnoreCase) && options.Proxies.Length == 0)
            {
                throw new ProblemException($"{address.Host} is open to other machines, and passwords would go there unencrypted.", "Listen by https with a certificate, or set Proxies to the addresses of the proxy that does HTTPS.", field: "urls");
            }
        }
    }

    /// <summary>Whether a host is this machine and no other.</summary>
    public static bool Own(string host) => string.Equals(host, "localhost", StringComparison.OrdinalIgnoreCase) || (IPAddress.TryParse(host.Trim('[', ']'), out var ip) && IPAddress.IsLoopback(ip));
}
