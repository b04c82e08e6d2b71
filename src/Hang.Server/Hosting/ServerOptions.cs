using System.Collections.Immutable;
using System.Net;
using Hang.Scene;

namespace Hang.Server.Hosting;

/// <summary>
/// The settings of the server: the section "Hang" of its configuration. The start command gives them as environment variables, HANG_ and the name.
/// </summary>
public sealed class ServerOptions
{
    public const string Section = "Hang";
    private const string Prefix = "HANG_";

    /// <summary>Npgsql connection string; empty only while the API's description is generated.</summary>
    public string Database { get; set; } = "";

    /// <summary>Folder for pictures and delivered files.</summary>
    public string Files { get; set; } = "";

    /// <summary>Address of a store that speaks the S3 protocol, for pictures and files; empty: they lie in <see cref="Files"/> alone.</summary>
    public string S3Address { get; set; } = "";

    /// <summary>Bucket of that store; it must be there.</summary>
    public string S3Bucket { get; set; } = "";

    /// <summary>Access key for that store.</summary>
    public string S3Key { get; set; } = "";

    /// <summary>Secret key for that store.</summary>
    public string S3Secret { get; set; } = "";

    /// <summary>
    /// Address at which people's browsers reach that store, so that files are fetched straight from it, by a signed address that holds for an hour; empty: they
    /// go through the server.
    /// </summary>
    public string S3Outside { get; set; } = "";

    /// <summary>
    /// Folder outside of Hang in which every file that its proof accepts is put too, such as one that an editing suite watches; empty for none.
    /// </summary>
    public string Outside { get; set; } = "";

    /// <summary>Folder of the built front end; empty for none.</summary>
    public string Web { get; set; } = "";

    /// <summary>Folder of the demo; empty for none.</summary>
    public string Demo { get; set; } = "";

    /// <summary>True: this process takes handoffs.</summary>
    public bool Work { get; set; } = true;

    /// <summary>How many revisions of a graphic are kept at the least; older ones are thinned out. 0: all are kept.</summary>
    public int KeepRevisions { get; set; }

    /// <summary>True: this process serves no pages.</summary>
    public bool WorkerOnly { get; set; }

    /// <summary>True: everybody signs in, and each does what their role may. False is for a machine's own people only.</summary>
    public bool SignIn { get; set; }

    /// <summary>Host names by which Hang is reached from other machines, with commas between; a loopback name always goes.</summary>
    public string Hosts { get; set; } = "";

    /// <summary>IP addresses of the proxies that do HTTPS in front of Hang, with commas between; what they say of the sender is believed.</summary>
    public string Proxies { get; set; } = "";

    /// <summary>The host names of <see cref="Hosts"/>.</summary>
    public ImmutableArray<string> HostNames => Listed(Hosts);

    /// <summary>The addresses of <see cref="Proxies"/>.</summary>
    public ImmutableArray<IPAddress> ProxyAddresses => [.. Listed(Proxies).Select(IPAddress.Parse)];

    /// <summary>Reads the section, the environment included, and demands that every setting is known and makes sense.</summary>
    /// <exception cref="ProblemException">A setting is unknown or wrong; it is named.</exception>
    public static ServerOptions Read(ConfigurationManager configuration)
    {
        var given = Environment
            .GetEnvironmentVariables()
            .Keys.OfType<string>()
            .Where(k => k.StartsWith(Prefix, StringComparison.Ordinal) && Names.Contains(k[Prefix.Length..]));
        configuration.AddInMemoryCollection(given.Select(k => KeyValuePair.Create($"{Section}:{k[Prefix.Length..]}", Environment.GetEnvironmentVariable(k))));
        var section = configuration.GetSection(Section);
        foreach (var setting in section.GetChildren())
        {
            if (!Names.Contains(setting.Key))
            {
                throw new ProblemException(
                    $"There is no setting \"{Quoted.Short(setting.Key)}\".",
                    $"The settings are {string.Join(", ", Names)}.",
                    field: $"{Section}:{setting.Key}"
                );
            }
        }
        ServerOptions options;
        try
        {
            options = section.Get<ServerOptions>() ?? new();
        }
        catch (InvalidOperationException e)
        {
            throw new ProblemException($"A setting is not what it should be.", $"{Quoted.Short(e.InnerException?.Message ?? e.Message)}", field: Section);
        }
        Demand(
            options.KeepRevisions is 0 or >= 64,
            nameof(KeepRevisions),
            $"{options.KeepRevisions} revisions are too few to keep.",
            $"Set 0 to keep all, or 64 and more."
        );
        Demand(
            options.Web.Length == 0 || Directory.Exists(options.Web),
            nameof(Web),
            $"The folder of the front end is not there.",
            $"Build it: npm run build."
        );
        Demand(
            options.Demo.Length == 0 || Directory.Exists(options.Demo),
            nameof(Demo),
            $"The folder of the demo is not there.",
            $"Give the demo's folder, or none."
        );
        Demand(
            options.S3Address.Length == 0 || IsOfWeb(options.S3Address),
            nameof(S3Address),
            $"The address of the file store is none.",
            $"Write it such as http://files.example:9000."
        );
        Demand(
            options.S3Outside.Length == 0 || (IsOfWeb(options.S3Outside) && options.S3Address.Length > 0),
            nameof(S3Outside),
            $"The address of the file store for browsers is none, or there is no file store.",
            $"Write it such as https://files.example, and set S3Address too."
        );
        Demand(
            options.S3Address.Length == 0 || (options.S3Bucket.Length > 0 && options.S3Key.Length > 0 && options.S3Secret.Length > 0),
            nameof(S3Bucket),
            $"The file store's bucket, key or secret is missing.",
            $"Set S3Bucket, S3Key and S3Secret."
        );
        Demand(
            options.Outside.Length == 0 || Directory.Exists(options.Outside),
            nameof(Outside),
            $"The folder outside, where files are put too, is not there.",
            $"Make it, or set none."
        );
        Demand(
            Listed(options.Proxies).All(p => Doors.Strict(p) is not null),
            nameof(Proxies),
            $"One of the proxies is no IP address.",
            $"Write them such as 192.0.2.7, with commas between."
        );
        Demand(
            options.Proxies.Length == 0 || options.SignIn || options.Database.Length == 0,
            nameof(Proxies),
            $"Behind a proxy others come in, and nobody is asked who they are.",
            $"Set SignIn too."
        );
        // While the API's description is generated, nobody is there to sign in, and nothing may be written.
        options.SignIn &= options.Database.Length > 0;
        Demand(!options.SignIn || options.Files.Length > 0, nameof(Files), $"Sign-in needs a folder for its keys.", $"Set Files.");
        return options;
    }

    private static bool IsOfWeb(string address) => Uri.TryCreate(address, UriKind.Absolute, out var uri) && (uri.Scheme is "http" or "https");

    private static ImmutableArray<string> Listed(string text) => [.. text.Split(',', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)];

    private static HashSet<string> Names { get; } =
        typeof(ServerOptions)
            .GetProperties()
            .Where(p => p.CanWrite && p.GetMethod is { IsStatic: false })
            .Select(p => p.Name)
            .ToHashSet(StringComparer.Ordinal);

    private static void Demand(bool holds, string setting, Sentence message, Sentence remedy)
    {
        if (!holds)
        {
            throw new ProblemException(message, remedy, field: $"{Section}:{setting}");
        }
    }
}
