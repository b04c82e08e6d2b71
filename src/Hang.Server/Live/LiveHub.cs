using System.Diagnostics;
using System.Text.Json;
using Hang.Core.Fields;
using Hang.Paint.Pictures;
using Hang.Scene;
using Hang.Scene.Json;
using Hang.Scene.Values;
using Hang.Server.Desk;
using Hang.Server.Hosting;
using Hang.Server.SignIn;
using Hang.Server.Sounds;
using Hang.Store.Accounts;
using Microsoft.AspNetCore.SignalR;

namespace Hang.Server.Live;

/// <summary>
/// The live line between a bench and its graphic. Patches are pushed as "patched", remarks on an edit as "noted", the reading time as "reading", what is
/// heard as "sounding", who else is here as "people", and the graphic's removal as "removed"; calls answer with a refusal or with nothing.
/// </summary>
public sealed class LiveHub(LiveGraphics graphics, PictureShelf pictures, HeardMixes mixes, Questions questions, TakeDocuments takes, IHubContext<LiveHub> hub)
    : Hub
{
    private const string Watched = "graphic";
    private const int MostSession = 64;

    /// <summary>Begins to watch a graphic; its whole state follows as a patch.</summary>
    /// <param name="session">An id that the browser keeps while its page is open.</param>
    public Task<Refusal?> Join(string graphic, string session) =>
        Answer(async () =>
        {
            await Forget();
            var id = Guid.TryParse(graphic, out var g) ? g : throw new ProblemException($"This is no graphic.", $"Open one from the rack.");
            await graphics.UseAsync(id, live =>
            {
                Context.Items[Watched] = id;
                live.Join(Context.ConnectionId, session.Length > MostSession ? session[..MostSession] : session);
                return Task.CompletedTask;
            });
        });

    /// <summary>Says who looks, as they call themselves or as they have signed in; everybody else who has the graphic open is told.</summary>
    public Task<Refusal?> Introduce(string name, string colour) => Answer(live => live.Introduce(Context.ConnectionId, Person.Of(SignedIn ?? name, colour)));

    /// <summary>Says which layers are selected here, which the others are shown.</summary>
    public Task<Refusal?> Choose(string[] layers) => Answer(live => live.Choose(Context.ConnectionId, layers));

    /// <summary>Applies and keeps an edit.</summary>
    /// <param name="edit">The edit as JSON.</param>
    [Needs(Role.Designer)]
    public Task<Refusal?> Edit(string edit) =>
        Answer(async live =>
        {
            var begun = Stopwatch.GetTimestamp();
            var note = await live.EditAsync(Core.Edits.Edit.Read(edit), Context.ConnectionId, SignedIn);
            Telemetry.EditLatency.Record(Stopwatch.GetElapsedTime(begun).TotalMilliseconds);
            if (note is not null)
            {
                await Clients.Caller.SendAsync("noted", new Noted(note).Write());
            }
        });

    /// <summary>Shows what an edit would do, to this viewer only; empty text ends the preview.</summary>
    [Needs(Role.Designer)]
    public Task<Refusal?> Preview(string edit) => Answer(live => live.PreviewAsync(Context.ConnectionId, edit.Length == 0 ? null : Core.Edits.Edit.Read(edit)));

    /// <summary>Shows the graphic with its fields filled, to this viewer only; whoever may look may fill.</summary>
    /// <param name="take">The take as JSON.</param>
    public Task<Refusal?> PreviewTake(string take) =>
        Answer(async live =>
        {
            var filled = Codecs.Read<Take>(take);
            await takes.DemandPicturesAsync(filled, Context.ConnectionAborted);
            await live.PreviewTakeAsync(Context.ConnectionId, filled);
        });

    [Needs(Role.Designer)]
    public Task<Refusal?> Undo() => Answer(live => live.StepAsync(-1, Context.ConnectionId));

    [Needs(Role.Designer)]
    public Task<Refusal?> Redo() => Answer(live => live.StepAsync(1, Context.ConnectionId));

    /// <summary>Says which windows of the program this viewer holds from now on; those that are new to it follow as a patch.</summary>
    public Task<Refusal?> Hold(int[] indexes) => Answer(live => live.Hold(Context.ConnectionId, indexes));

    /// <summary>The values of layers at a frame, as this viewer sees them, as JSON.</summary>
    public Task<string> Read(string[] layers, int frame) => Told("[]", live => Task.FromResult<object?>(live.Read(Context.ConnectionId, layers, frame)));

    /// <summary>A value's components over frames from one to before another, as JSON; an empty list when it is gone.</summary>
    public Task<string> Trace(string layer, string address, int from, int to) =>
        Told("[]", live => Task.FromResult<object?>(Address.TryParse(address, out var at) ? live.Trace(Context.ConnectionId, layer, at, from, to) : []));

    /// <summary>Where a caret stands in a layer's words at a frame, as JSON: x, top and bottom before each UTF-16 unit and at their end.</summary>
    public Task<string> Carets(string layer, int frame) => Told("[]", live => Task.FromResult<object?>(live.Carets(Context.ConnectionId, layer, frame)));

    /// <summary>What a person should know before an edit is made, as JSON: a <see cref="Noted"/>, or null.</summary>
    public Task<string> Foresee(string edit) =>
        Told("null", live => Task.FromResult<object?>(Noted.Of(live.Foresee(Context.ConnectionId, Core.Edits.Edit.Read(edit)))));

    /// <summary>How a layer's colour stands out from what is behind it at a frame, as JSON: ratio and covered, or null.</summary>
    public Task<string> Contrast(string layer, int frame)
    {
        var connection = Context.ConnectionId;
        return Told("null", async live => await questions.InRoomAsync<object?>(() => live.Contrast(connection, layer, frame, pictures)));
    }

    /// <summary>
    /// Asks how long the words need to be read and how long they stand; it is pushed as JSON when it has been found, and holds up no other call.
    /// </summary>
    public Task<Refusal?> Reading() => Later("reading", async (live, connection, tell) => await tell(live.Reading(connection)));

    /// <summary>Asks what is heard; it is pushed as "sounding", as JSON: first without its loudness where that is not known yet, then with it.</summary>
    public Task<Refusal?> Sounding() => Later("sounding", async (live, connection, tell) =>
        {
            var graphic = live.Shown(connection);
            await tell(await mixes.SoundingAsync(graphic));
            await tell(await mixes.LoudAsync(graphic));
        });

    /// <summary>Begins what takes its time and holds up no other call; what it finds is pushed under a name, as JSON.</summary>
    private Task<Refusal?> Later(string name, Func<LiveGraphic, string, Func<object, Task>, Task> find) =>
        Answer(live =>
        {
            var connection = Context.ConnectionId;
            questions.Ask(connection, name, () =>
                find(live, connection, found => hub.Clients.Client(connection).SendAsync(name, JsonSerializer.Serialize(found, ReportJson.Options)))
            );
        });

    /// <summary>Begins to watch the handoffs of a graphic, each change of which follows.</summary>
    public async Task<Refusal?> WatchHandoffs(string graphic)
    {
        var id = Guid.TryParse(graphic, out var g) ? g : throw new ProblemException($"This is no graphic.", $"Open one from the rack.");
        await Groups.AddToGroupAsync(Context.ConnectionId, WatchingHandoffs(id));
        return null;
    }

    /// <summary>Name of the group of connections that watch the handoffs of a graphic.</summary>
    internal static string WatchingHandoffs(Guid graphic) => $"handoffs of {graphic:N}";

    public override async Task OnDisconnectedAsync(Exception? exception)
    {
        await Forget();
        await base.OnDisconnectedAsync(exception);
    }

    /// <summary>The name of whoever is signed in; null where nobody is asked.</summary>
    private string? SignedIn => Context.User?.Identity?.Name;

    private Guid? Mine => Context.Items[Watched] as Guid?;

    private Task Forget()
    {
        questions.Forget(Context.ConnectionId);
        return Context.Items.Remove(Watched, out var value) && value is Guid id ? graphics.LeaveAsync(id, Context.ConnectionId) : Task.CompletedTask;
    }

    /// <summary>Does something to the graphic that this line watches. What it refuses, <see cref="WholeCalls"/> says.</summary>
    private async Task<Refusal?> Answer(Func<LiveGraphic, Task> act)
    {
        await graphics.UseAsync(Mine ?? throw new ProblemException($"No graphic is open.", $"Open one from the rack."), act);
        return null;
    }

    private Task<Refusal?> Answer(Action<LiveGraphic> act) =>
        Answer(live =>
        {
            act(live);
            return Task.CompletedTask;
        });

    private static async Task<Refusal?> Answer(Func<Task> act)
    {
        await act();
        return null;
    }

    /// <summary>Reads something of the graphic that this line watches, as JSON.</summary>
    /// <param name="nothing">What is told where it watches none.</param>
    private async Task<string> Told(string nothing, Func<LiveGraphic, Task<object?>> read) =>
        Mine is { } id ? JsonSerializer.Serialize(await graphics.UseAsync(id, read), ReportJson.Options) : nothing;
}
