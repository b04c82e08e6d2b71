using Hang.Tests.Shared;
using MessagePack;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.AspNetCore.SignalR.Client;
using Microsoft.Extensions.DependencyInjection;

namespace Hang.Server.Tests;

/// <summary>The server in the test's own process, with a database and a folder of its own and the demo loaded.</summary>
public sealed class RunningServer : WebApplicationFactory<Program>
{
    private readonly FreshDatabase database = new();
    private readonly string files = Directory.CreateTempSubdirectory("hang-server-").FullName;

    protected override void ConfigureWebHost(IWebHostBuilder builder)
    {
        builder
            .UseSetting("Hang:Database", database.ConnectionString)
            .UseSetting("Hang:Files", files)
            .UseSetting("Hang:Demo", Path.Combine(ProjectFolder.Root, "demo"));
        builder.UseSetting("Hang:Work", "true");
    }

    /// <summary>A live line like a bench's.</summary>
    public async Task<HubConnection> LineAsync()
    {
        var line = new HubConnectionBuilder()
            .WithUrl(new Uri(Server.BaseAddress, "live"), o => o.HttpMessageHandlerFactory = _ => Server.CreateHandler())
            .AddMessagePackProtocol(o => o.SerializerOptions = MessagePackSerializerOptions.Standard)
            .Build();
        await line.StartAsync();
        return line;
    }

    protected override void Dispose(bool disposing)
    {
        base.Dispose(disposing);
        // Disposed once by xUnit's fixture and once by the factory's own asynchronous path.
        if (disposing && Directory.Exists(files))
        {
            Directory.Delete(files, true);
        }
    }
}

/// <summary>Tests that look for encoders among the processes of this one: no other test has any meanwhile.</summary>
[CollectionDefinition(Name, DisableParallelization = true)]
public sealed class Alone
{
    public const string Name = "alone";
}

/// <summary>Most tests of the server share one: starting it loads the demo.</summary>
[CollectionDefinition(Name)]
public sealed class OneServer : ICollectionFixture<RunningServer>
{
    public const string Name = "server";
}
