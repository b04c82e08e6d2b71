using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;
using Hang.Media.Frames;
using Hang.Media.Judging;
using Hang.Media.Processes;
using Hang.Media.Sounds;
using Hang.Paint.Fonts;
using Hang.Paint.Pictures;
using Hang.Scene.Json;
using Hang.Scene.Sources;
using Hang.Server.Demo;
using Hang.Server.Desk;
using Hang.Server.Fonts;
using Hang.Server.Handoffs;
using Hang.Server.Hosting;
using Hang.Server.Live;
using Hang.Server.Motion;
using Hang.Server.Pictures;
using Hang.Server.Rack;
using Hang.Server.Rosters;
using Hang.Server.Safety;
using Hang.Server.SignIn;
using Hang.Server.Sounds;
using Hang.Server.Sources;
using Hang.Server.StandIns;
using Hang.Store;
using Hang.Store.Feels;
using Hang.Store.Files;
using Hang.Store.Handoffs;
using Hang.Store.Packages;
using Hang.Store.Revisions;
using Hang.Store.Rosters;
using Hang.Store.Sentences;
using Hang.Store.Sources;
using Microsoft.AspNetCore.SignalR;
using Serilog;
using Serilog.Formatting.Compact;

if (args is [FontTrial.Word])
{
    return FontTrial.Serve(Console.OpenStandardInput(), Console.Out);
}
if (args is [SmallS3.Word, var folder, var port])
{
    return await SmallS3.ServeAsync(folder, int.Parse(port, System.Globalization.CultureInfo.InvariantCulture));
}
var builder = WebApplication.CreateBuilder(args);
ServerOptions options;
try
{
    options = ServerOptions.Read(builder.Configuration);
    Doors.Demand(Doors.Of(builder.Configuration), options);
}
catch (Hang.Scene.ProblemException e)
{
    await Console.Error.WriteLineAsync($"hang: {e.Problem}");
    return 2;
}
builder.Services.AddSingleton(options);
builder.Host.UseSerilog(
    (_, log) =>
        log
            .MinimumLevel.Information()
            .MinimumLevel.Override("Microsoft.AspNetCore", Serilog.Events.LogEventLevel.Warning)
            .MinimumLevel.Override("Npgsql", Serilog.Events.LogEventLevel.Warning)
            .WriteTo.Console(new CompactJsonFormatter())
);
builder.WebHost.ConfigureKestrel(k =>
{
    k.Limits.MaxRequestBodySize = BodyLimits.Usual;
    k.AddServerHeader = false;
});

// The host is also built while the API's description is generated; nothing here may reach for the database.
builder.Services.AddNpgsqlDataSource(options.Database.Length > 0 ? options.Database : "Host=localhost");
builder.Services.AddSingleton<IFileStore>(_ =>
{
    var folder = options.Files.Length > 0 ? options.Files : Path.Combine(Path.GetTempPath(), "hang-files");
    return options.S3Address.Length > 0
        ? S3FileStore.Open(options.S3Address, options.S3Bucket, options.S3Key, options.S3Secret, folder, options.S3Outside)
        : new FolderFileStore(folder);
});
builder
    .Services.AddSingleton<PackageStore>()
    .AddSingleton<FeelStore>()
    .AddSingleton(s => new RevisionStore(s.GetRequiredService<Npgsql.NpgsqlDataSource>(), options.KeepRevisions))
    .AddSingleton(_ => new FontTrials(typeof(Program).Assembly.Location))
    .AddSingleton<HandoffStore>()
    .AddSingleton<ChunkStore>()
    .AddSingleton<WorkerStore>();
builder.Services.AddSingleton<SourceStore>().AddSingleton<Judges>().AddSingleton<DocumentSources>().AddSingleton<HeardMixes>();
builder.Services.AddSingleton<PackageFonts>().AddSingleton<ISourceShelf>(s => s.GetRequiredService<PackageFonts>()).AddSingleton<ISourceShelf, PictureCuts>();
builder.Services.AddSingleton(s => new PictureShelf(hash => s.GetRequiredService<SourceStore>().Bytes(PictureSources.Kind, hash)));
builder.Services.AddSingleton(s => new SoundShelf(
    (hash, cancel) => s.GetRequiredService<SourceStore>().FileAsync(SoundSources.Kind, hash, cancel),
    hash => s.GetRequiredService<SourceStore>().MadePath(SoundSources.Kind, hash, SoundJudge.Decoded)
));
builder
    .Services.AddSingleton<LiveGraphics>()
    .AddSingleton<Questions>()
    .AddSingleton<WholeCalls>()
    .AddSingleton<DemoLoader>()
    .AddSingleton<Reuse>()
    .AddSingleton<HandoffJob>()
    .AddSingleton<TakeDocuments>()
    .AddSingleton<RosterStore>()
    .AddSingleton<GraphicRosters>()
    .AddSingleton<SeenFirst>()
    .AddSingleton<Order>()
    .AddSingleton<OutsideFolder>()
    .AddSingleton<ChunkJob>()
    .AddSingleton<AtWork>()
    .AddSingleton<LookAtFile>();
builder
    .Services.AddHealthChecks()
    .AddNpgSql(tags: ["ready"])
    .AddCheck<DiskHealth>("disk", tags: ["ready"])
    .AddCheck<EncoderHealth>("ffmpeg", tags: ["ready"])
    .AddCheck<QueueHealth>("queue", tags: ["ready"]);
Telemetry.Add(builder.Services);
SignInSetup.Add(builder.Services, options);
if (options.SignIn)
{
    LiveGate.Add(builder.Services);
}
builder
    .Services.AddSignalR(s =>
    {
        s.MaximumReceiveMessageSize = BodyLimits.Live;
        s.AddFilter<WholeCalls>();
    })
    .AddMessagePackProtocol();
builder.Services.AddExceptionHandler<ProblemAnswers>().AddProblemDetails();
builder.Services.Configure<RouteHandlerOptions>(o => o.ThrowOnBadRequest = true);
builder.Services.ConfigureHttpJsonOptions(json =>
{
    json.SerializerOptions.NumberHandling = JsonNumberHandling.Strict;
    json.SerializerOptions.RespectNullableAnnotations = true;
    json.SerializerOptions.TypeInfoResolver = (json.SerializerOptions.TypeInfoResolver ?? new DefaultJsonTypeInfoResolver())
        .WithAddedModifier(NeededParts.Demand)
        .WithAddedModifier(SaidBeside.Add);
    ReportJson.AddConverters(json.SerializerOptions.Converters);
});
builder.Services.AddOpenApi(o =>
{
    SentenceSchema.Describe(o);
    o.AddDocumentTransformer(
        (document, _, _) =>
        {
            document.Info.Title = "Hang";
            document.Servers?.Clear();
            return Task.CompletedTask;
        }
    );
});
if (options.Database.Length > 0)
{
    Schema.Migrate(options.Database);
    builder.Services.AddSingleton<HandoffNews>().AddHostedService(s => s.GetRequiredService<HandoffNews>());
    if (options.Work)
    {
        builder.Services.AddHostedService<HandoffWorker>();
    }
    if (!options.WorkerOnly)
    {
        builder.Services.AddHostedService<HandoffTelling>();
        builder.Services.AddHostedService<LineMeasures>();
    }
}

var app = builder.Build();
if (options.Database.Length > 0)
{
    var old = new Lazy<OldTexts>();
    await new KeptTexts(app.Services.GetRequiredService<Npgsql.NpgsqlDataSource>()).TakeApartAsync(text => old.Value.Read(text));
}
app.Services.GetRequiredService<PackageFonts>().Serve();
OwnPagesOnly.RememberPeer(app);
if (options.Proxies.Length > 0)
{
    app.UseForwardedHeaders();
}
app.UseExceptionHandler();
app.UseSerilogRequestLogging(o =>
    o.GetLevel = (context, _, _) =>
        context.Response.StatusCode >= 500 ? Serilog.Events.LogEventLevel.Warning
        : context.Request.Path.StartsWithSegments("/api") ? Serilog.Events.LogEventLevel.Information
        : Serilog.Events.LogEventLevel.Debug
);
app.UseMiddleware<OwnPagesOnly>();
app.UseStatusCodePages(c => ProblemAnswers.WriteAsync(c.HttpContext));
app.UseRouting();
app.UseMiddleware<BodyLimits>();
SignInSetup.Use(app, options);
app.MapHealthChecks("/health/live", new() { Predicate = _ => false });
app.MapHealthChecks("/health/ready", new() { Predicate = c => c.Tags.Contains("ready"), ResponseWriter = HealthAnswers.WriteAsync });
if (!options.WorkerOnly)
{
    SessionEndpoints.Map(app);
    AccountEndpoints.Map(app);
    ChoicesEndpoints.Map(app);
    PackageEndpoints.Map(app);
    GraphicEndpoints.Map(app);
    PackEndpoints.Map(app);
    RevisionEndpoints.Map(app);
    PlacingEndpoints.Map(app);
    FormatEndpoints.Map(app);
    SampleEndpoints.Map(app);
    StartEndpoints.Map(app);
    MotionEndpoints.Map(app);
    SourceEndpoints.Map(app);
    SoundEndpoints.Map(app);
    FontEndpoints.Map(app);
    DeskEndpoints.Map(app);
    RosterEndpoints.Map(app);
    OrderEndpoints.Map(app);
    HandoffEndpoints.Map(app);
    app.MapOpenApi();
    app.MapHub<LiveHub>("/live");
    if (options.Demo.Length > 0)
    {
        await app.Services.GetRequiredService<DemoLoader>().LoadAsync(options.Demo);
    }
    if (options.Web.Length > 0)
    {
        PrecompressedFiles.Use(app, options.Web);
    }
}
await app.RunAsync();
return 0;

/// <summary>The server's entry point; the tests host it in their own process.</summary>
public partial class Program;
