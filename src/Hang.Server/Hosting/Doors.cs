using System.Net;
using System.Net.Sockets;
using Hang.Scene;

namespace Hang.Server.Hosting;

/// <summary>Where the server may listen: beyond this machine only with sign-in, and only by HTTPS; plain HTTP stays on it.</summary>
internal static class Doors
{
    /// <summary>All addresses that a configuration makes ASP.NET Core listen at.</summary>
    public static IEnumerable<string> Of(IConfiguration configuration)
    {
        var endpoints = configuration.GetSection("Kestrel:Endpoints").GetChildren().Select(e => e["Url"]).OfType<string>();
        // Ports alone mean every address, and count where no address is said.
        var ports = string.IsNullOrEmpty(configuration["urls"])
            ? new[] { "http", "https" }.Where(s => !string.IsNullOrEmpty(configuration[$"{s}_ports"])).Select(s => $"{s}://*:0")
            : [];
        return [configuration["urls"] ?? "", .. endpoints, .. ports];
    }

    /// <param name="urls">Addresses as ASP.NET Core takes them, with ; between.</param>
    /// <exception cref="ProblemException">One is no address, or is open to others without what that takes.</exception>
    public static void Demand(IEnumerable<string> urls, ServerOptions options)
    {
        foreach (var url in urls.SelectMany(u => u.Split(';', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)))
        {
            var address = Parsed(url);
            if (Own(address.Host))
            {
                continue;
            }
            if (!Every.Contains(address.Host) && Strict(address.Host) is null)
            {
                // ASP.NET Core would take it for "every address of this machine".
                throw NoAddress(address.Host);
            }
            if (!options.SignIn)
            {
                throw new ProblemException(
                    $"{address.Host} is open to other machines, and anybody there could change everything.",
                    $"Set SignIn, or listen on 127.0.0.1.",
                    field: "urls"
                );
            }
            if (!string.Equals(address.Scheme, "https", StringComparison.OrdinalIgnoreCase))
            {
                throw new ProblemException(
                    $"{address.Host} is open to other machines, and passwords would go there unencrypted.",
                    $"Listen by https with a certificate, or at 127.0.0.1 behind a proxy on this machine that does HTTPS.",
                    field: "urls"
                );
            }
        }
    }

    /// <summary>Whether a host is this machine and no other.</summary>
    public static bool Own(string host) =>
        string.Equals(host, "localhost", StringComparison.OrdinalIgnoreCase) || (Strict(host) is { } ip && IPAddress.IsLoopback(ip));

    /// <summary>
    /// An IP address that is written out, and nothing that the system would make one of ("127.1", "0", "0x7f000001"); null for anything else.
    /// </summary>
    public static IPAddress? Strict(string host)
    {
        var plain = host is ['[', .. var inner, ']'] ? inner : host;
        return
            IPAddress.TryParse(plain, out var ip)
            && !plain.Contains('%', StringComparison.Ordinal)
            && (ip.AddressFamily == AddressFamily.InterNetworkV6 ? plain.Contains(':', StringComparison.Ordinal) : ip.ToString() == plain)
            ? ip
            : null;
    }

    private static readonly HashSet<string> Every = ["*", "+", "0.0.0.0", "[::]"];

    private static BindingAddress Parsed(string url)
    {
        try
        {
            return BindingAddress.Parse(url);
        }
        catch (FormatException)
        {
            throw NoAddress(url);
        }
    }

    private static ProblemException NoAddress(string host) =>
        new($"{Quoted.Short(host)} is no address to listen at.", $"Write an IP address of this machine, such as 127.0.0.1, or 0.0.0.0 for all.", field: "urls");
}
