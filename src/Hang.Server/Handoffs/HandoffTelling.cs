using System.Text.Json;
using Hang.Server.Live;
using Hang.Store.Handoffs;
using Microsoft.AspNetCore.Http.Json;
using Microsoft.AspNetCore.SignalR;
using Microsoft.Extensions.Options;

namespace Hang.Server.Handoffs;

/// <summary>
/// Tells every change of a handoff to the pages that watch its graphic: as "handoff" with the handoff as JSON, or as "handoffs" when anything may have
/// changed.
/// </summary>
public sealed class HandoffTelling(HandoffNews news, HandoffStore store, IHubContext<LiveHub> hub, IOptions<JsonOptions> json, ILogger<HandoffTelling> log)
    : BackgroundService
{
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        await foreach (var id in news.ListenAsync(stoppingToken))
        {
            try
            {
                if (id is null)
                {
                    Send(hub.Clients.All.SendAsync("handoffs", stoppingToken));
                }
                else if (await store.FindAsync(id.Value, stoppingToken) is { } row)
                {
                    Send(
                        hub.Clients.Group(LiveHub.WatchingHandoffs(row.GraphicId))
                            .SendAsync("handoff", JsonSerializer.Serialize(HandoffView.Of(row), json.Value.SerializerOptions), stoppingToken)
                    );
                }
            }
            catch (Exception e) when (e is not OperationCanceledException)
            {
                log.LogWarning("A change of handoff {Handoff} could not be told: {Problem}", id, e.Message);
            }
        }
    }

    /// <summary>Each line takes its messages in turn; a page that does not read must not hold up the others.</summary>
    private void Send(Task sending) =>
        sending.ContinueWith(
            t => log.LogWarning("A page was not told of a handoff: {Problem}", t.Exception?.GetBaseException().Message),
            CancellationToken.None,
            TaskContinuationOptions.OnlyOnFaulted,
            TaskScheduler.Default
        );
}
