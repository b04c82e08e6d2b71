using System.Diagnostics;
using System.Text.Json;
using Hang.Core;
using Hang.Core.Json;
using Hang.Core.Values;
using Hang.Paint.Pictures;
using Hang.Server.Handoffs;
using Hang.Server.Hosting;
using Hang.Server.SignIn;
using Hang.Server.Sounds;
using Hang.Store.Accounts;
using Microsoft.AspNetCore.SignalR;

namespace Hang.Server.Live;

/// <summary>
/// The live line between a bench and its graphic. Patches are pushed as "patched", remarks on an edit as "noted", the reading time as "reading", what is heard as "sounding", who else is here as "people", and the
/// graphic's removal as "removed"; calls answer with a refusal or with nothing.
/// </summary>
public sealed class LiveHub(LiveGraphics graphics, PictureShelf pictures, HeardMixes mixes, IHubContext<LiveHub> hub, ILogger<LiveHub> log) : Hub
{
    private const string Watched = "graphic";
    private const int MostSession = 64;

    /// <summary>Begins to watch a graphic; its whole state follows as a patch.</summary>
    /// <param name="session">An id that the browser keeps while its page is open.</param>
    public Task<Refusal?> Join(string graphic, string session) => Answer(async () =>
    {
        await Forget();
        var id = Guid.TryParse(graphic, out var g) ? g : throw new ProblemException("This is no graphic.", "Open one from the rack.");
        var live = await graphics.OpenAsync(id);
        Context.Items[Watched] = id;
        live.Join(Context.ConnectionId, session.Length > MostSession ? session[..MostSession] : session);
    });

    /// <summary>Says who looks, as they call themselves or as they have signed in; everybody else who has the graphic open is told.</summary>
    public Task<Refusal?> Introduce(string name, string colour) => Answer(async () => (await Mine()).Introduce(Context.ConnectionId, Person.Of(Context.User?.Identity?.Name ?? name, colour)));

    /// <summary>Says which layers are selected here, which the others are shown.</summary>
    public Task<Refusal?> Choose(string[] layers) => Answer(async () => (await Mine()).Choose(Context.ConnectionId, layers));

    /// <summary>Applies and keeps an edit.</summary>
    /// <param name="edit">The edit as JSON.</param>
    [Needs(Role.Designer)]
    public Task<Refusal?> Edit(string edit) => Answer(async () =>
    {
        var begun = Stopwatch.GetTimestamp();
        var note = await (await Mine()).EditAsync(Core.Edits.Edit.Read(edit), Context.ConnectionId);
        Telemetry.EditLatency.Record(Stopwatch.GetElapsedTime(begun).TotalMilliseconds);
        if (note is not null)
        {
            await Clients.Caller.SendAsync("noted", note);
        }
    });

    /// <summary>Shows what an edit would do, to this viewer only; empty text ends the preview.</summary>
    [Needs(Role.Designer)]
    public Task<Refusal?> Preview(string edit) => Answer(async () => await (await Mine()).PreviewAsync(Context.ConnectionId, edit.Length == 0 ? null : Core.Edits.Edit.Read(edit)));

    [Needs(Role.Designer)]
    public Task<Refusal?> Undo() => Answer(async () => await (await Mine()).StepAsync(-1, Context.ConnectionId));

    [Needs(Role.Designer)]
    public Task<Refusal?> Redo() => Answer(async () => await (await Mine()).StepAsync(1, Context.ConnectionId));

    /// <summary>Says which windows of the program this viewer holds from now on; those that are new to it follow as a patch.</summary>
    public Task<Refusal?> Hold(int[] indexes) => Answer(async () => (await Mine()).Hold(Context.ConnectionId, indexes));

    /// <summary>The values of layers at a frame, as this viewer sees them, as JSON.</summary>
    public async Task<string> Read(string[] layers, int frame) => Context.Items.ContainsKey(Watched) ? JsonSerializer.Serialize((await Mine()).Read(Context.ConnectionId, layers, frame), ReportJson.Options) : "[]";

    /// <summary>A value's components over frames from one to before another, as JSON; an empty list when it is gone.</summary>
    public async Task<string> Trace(string layer, string address, int from, int to) =>
        Context.Items.ContainsKey(Watched) && Address.TryParse(address, out var at) ? JsonSerializer.Serialize((await Mine()).Trace(Context.ConnectionId, layer, at, from, to), ReportJson.Options) : "[]";

    /// <summary>Where a caret stands in a layer's words at a frame, as JSON: x, top and bottom before each UTF-16 unit and at their end.</summary>
    public async Task<string> Carets(string layer, int frame) => Context.Items.ContainsKey(Watched) ? JsonSerializer.Serialize((await Mine()).Carets(Context.ConnectionId, layer, frame), ReportJson.Options) : "[]";

    /// <summary>What a person should know before an edit is made, as JSON: words, or null.</summary>
    public async Task<string> Foresee(string edit) => Context.Items.ContainsKey(Watched) ? JsonSerializer.Serialize((await Mine()).Foresee(Context.ConnectionId, Core.Edits.Edit.Read(edit)), ReportJson.Options) : "null";

    /// <summary>How a layer's colour stands out from what is behind it at a frame, as JSON: ratio and covered, or null.</summary>
    public async Task<string> Contrast(string layer, int frame) =>
        Context.Items.ContainsKey(Watched) ? JsonSerializer.Serialize((await Mine()).Contrast(Context.ConnectionId, layer, frame, pictures), ReportJson.Options) : "null";

    /// <summary>Asks how long the words need to be read and how long they stand; it is pushed as JSON when it has been found, and holds up no other call.</summary>
    public Task<Refusal?> Reading() => Later("reading", async (live, connection, tell) => await tell(live.Reading(connection)));

    /// <summary>Asks what is heard; it is pushed as "sounding", as JSON: first without its loudness where that is not known yet, then with it.</summary>
    public Task<Refusal?> Sounding() => Later("sounding", async (live, connection, tell) =>
    {
        var graphic = live.Shown(connection);
        await tell(await mixes.SoundingAsync(graphic));
        await tell(await mixes.LoudAsync(graphic));
    });

    /// <summary>Begins what takes its time and holds up no other call; what it finds is pushed under a name, as JSON.</summary>
    private Task<Refusal?> Later(string name, Func<LiveGraphic, string, Func<object, Task>, Task> find) => Answer(async () =>
    {
        var (live, connection) = (await Mine(), Context.ConnectionId);
        _ = Task.Run(async () =>
        {
            try
            {
                await find(live, connection, found => hub.Clients.Client(connection).SendAsync(name, JsonSerializer.Serialize(found, ReportJson.Options)));
            }
            catch (Exception e)
            {
                log.LogWarning(e, "\"{Name}\" could not be told", name);
            }
        });
    });

    /// <summary>Begins to watch the handoffs of a graphic, each change of which follows.</summary>
    public Task<Refusal?> WatchHandoffs(string graphic) => Answer(async () =>
    {
        var id = Guid.TryParse(graphic, out var g) ? g : throw new ProblemException("This is no graphic.", "Open one from the rack.");
        await Groups.AddToGroupAsync(Context.ConnectionId, HandoffTelling.Group(id));
    });

    public override async Task OnDisconnectedAsync(Exception? exception)
    {
        await Forget();
        await base.OnDisconnectedAsync(exception);
    }

    private async Task<LiveGraphic> Mine() => Context.Items[Watched] is Guid id
        ? await graphics.OpenAsync(id)
        : throw new ProblemException("No graphic is open.", "Open one from the rack.");

    private async Task Forget()
    {
        if (Context.Items.Remove(Watched, out var value) && value is Guid id)
        {
            await graphics.LeaveAsync(id, Context.ConnectionId);
        }
    }

    private async Task<Refusal?> Answer(Func<Task> act)
    {
        try
        {
            await act();
            return null;
        }
        catch (ProblemException e)
        {
            return new() { Message = e.Problem.Message, Remedy = e.Problem.Remedy, Layer = e.Problem.Layer, Field = e.Problem.Field };
        }
        catch (Exception e)
        {
            log.LogError(e, "A call on the live line failed");
            return new() { Message = "Hang could not do this.", Remedy = "Try again; if it stays so, look at the server's log." };
        }
    }
}
