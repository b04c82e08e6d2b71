using System.Net.Http.Json;
using Hang.Server.SignIn;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.AspNetCore.SignalR.Client;
using Microsoft.AspNetCore.TestHost;
using Microsoft.Extensions.DependencyInjection;

namespace Hang.Server.Tests;

/// <summary>A server that asks everybody to sign in, with its first designer.</summary>
public sealed class ClosedServer : WebApplicationFactory<Program>, IAsyncLifetime
{
    public const string Password = "four heather tins rattle";
    private readonly Hang.Tests.Shared.FreshDatabase database = new();

    public string Files { get; } = Directory.CreateTempSubdirectory("hang-closed-").FullName;

    /// <summary>Signed in as the first designer.</summary>
    public HttpClient Designer { get; private set; } = null!;

    protected override void ConfigureWebHost(IWebHostBuilder builder)
    {
        builder
            .UseSetting("Hang:Database", database.ConnectionString)
            .UseSetting("Hang:Files", Files)
            .UseSetting("Hang:Demo", Path.Combine(Hang.Tests.Shared.ProjectFolder.Root, "demo"));
        builder
            .UseSetting("Hang:SignIn", "true")
            .UseSetting("Hang:Work", "false")
            .UseSetting("Hang:Hosts", "hang.fernhollow.example")
            .UseSetting("Hang:Proxies", "192.0.2.7");
        // Each test tries from an address of its own, so that none uses up the attempts of another.
        builder.ConfigureTestServices(s => s.AddTransient<IStartupFilter, Sender>());
    }

    public async Task InitializeAsync()
    {
        Designer = Visitor();
        var code = await File.ReadAllTextAsync(Path.Combine(Files, FirstAccount.FileName));
        (
            await Designer.PostAsJsonAsync(
                "/api/session/code",
                new
                {
                    code = code.Trim(),
                    name = "Maren",
                    password = Password,
                }
            )
        ).EnsureSuccessStatusCode();
    }

    Task IAsyncLifetime.DisposeAsync() => Task.CompletedTask;

    /// <summary>Somebody with a browser of their own, who has not signed in; by default at an address of their own.</summary>
    public HttpClient Visitor(string? from = null)
    {
        var visitor = CreateClient(new() { BaseAddress = new("https://localhost"), AllowAutoRedirect = false });
        visitor.DefaultRequestHeaders.Add(Sender.Head, from ?? new System.Net.IPAddress(BitConverter.GetBytes(Random.Shared.Next())).ToString());
        return visitor;
    }

    /// <summary>Somebody who came in by a code as a role.</summary>
    public async Task<HttpClient> AsAsync(string role, string name)
    {
        var code = await CodeAsync(role);
        var visitor = Visitor();
        (
            await visitor.PostAsJsonAsync(
                "/api/session/code",
                new
                {
                    code,
                    name,
                    password = Password,
                }
            )
        ).EnsureSuccessStatusCode();
        return visitor;
    }

    /// <summary>A live line of whoever has a cookie.</summary>
    public async Task<HubConnection> LineAsync(string cookie)
    {
        var line = new HubConnectionBuilder()
            .WithUrl(new Uri("https://localhost/live"), Microsoft.AspNetCore.Http.Connections.HttpTransportType.LongPolling, o =>
            {
                o.Headers["Cookie"] = cookie;
                o.HttpMessageHandlerFactory = _ => Server.CreateHandler();
            })
            .AddMessagePackProtocol(o => o.SerializerOptions = MessagePack.MessagePackSerializerOptions.Standard)
            .Build();
        await line.StartAsync();
        return line;
    }

    public async Task<string> CodeAsync(string role) =>
        (await (await Designer.PostAsJsonAsync("/api/accounts/codes", new { role })).EnsureSuccessStatusCode().Content.ReadFromJsonAsync<Told>())!.Secret;

    protected override void Dispose(bool disposing)
    {
        base.Dispose(disposing);
        if (disposing && Directory.Exists(Files))
        {
            Directory.Delete(Files, true);
        }
    }

    /// <summary>Lets a request of a test say from which address it comes.</summary>
    private sealed class Sender : IStartupFilter
    {
        public const string Head = "X-Test-From";

        public Action<Microsoft.AspNetCore.Builder.IApplicationBuilder> Configure(Action<Microsoft.AspNetCore.Builder.IApplicationBuilder> next) =>
            app =>
            {
                Microsoft.AspNetCore.Builder.UseExtensions.Use(app, (context, rest) =>
                {
                    context.Connection.RemoteIpAddress = System.Net.IPAddress.TryParse(context.Request.Headers[Head], out var ip)
                        ? ip
                        : System.Net.IPAddress.Loopback;
                    return rest(context);
                });
                next(app);
            };
    }
}
