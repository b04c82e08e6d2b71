using System.Text.Json;
using Hang.Core;
using Hang.Core.Documents;
using Hang.Core.Edits;
using Hang.Core.Layers;
using Microsoft.AspNetCore.SignalR;

namespace Hang.Server.Live;

/// <summary>The live line between a bench and its graphic. Patches are pushed as "patched", remarks on an edit as "noted"; calls answer with a refusal or with nothing.</summary>
public sealed class LiveHub(LiveGraphics graphics, ILogger<LiveHub> log) : Hub
{
    private const string Watched = "graphic";

    /// <summary>Begins to watch a graphic; its whole state follows as a patch.</summary>
    public Task<Refusal?> Join(string graphic) => Answer(async () =>
    {
        await Forget();
        var id = Guid.TryParse(graphic, out var g) ? g : throw new ProblemException("This is no graphic.", "Open one from the rack.");
        var live = await graphics.OpenAsync(id);
        Context.Items[Watched] = id;
        await live.JoinAsync(Context.ConnectionId);
    });

    /// <summary>Applies and keeps an edit.</summary>
    /// <param name="edit">The edit as JSON.</param>
    public Task<Refusal?> Edit(string edit) => Answer(async () =>
    {
        if (await (await Mine()).EditAsync(Read(edit)) is { } note)
        {
            await Clients.Caller.SendAsync("noted", note);
        }
    });

    /// <summary>Shows what an edit would do, to this viewer only; empty text ends the preview.</summary>
    public Task<Refusal?> Preview(string edit) => Answer(async () => await (await Mine()).PreviewAsync(Context.ConnectionId, edit.Length == 0 ? null : Read(edit)));

    public Task<Refusal?> Undo() => Answer(async () => await (await Mine()).StepAsync(-1));

    public Task<Refusal?> Redo() => Answer(async () => await (await Mine()).StepAsync(1));

    /// <summary>Windows of the program by index, those that this viewer has not got yet.</summary>
    public async Task<WindowPart[]> Want(int[] indexes) => await (await Mine()).WantAsync(Context.ConnectionId, indexes);

    /// <summary>The values of layers at a frame, as this viewer sees them, as JSON.</summary>
    public async Task<string> Read(string[] layers, int frame) => JsonSerializer.Serialize((await Mine()).Read(Context.ConnectionId, layers, frame), GraphicJson.Options);

    /// <summary>A channel's components over frames from one to before another, as JSON; an empty list when the layer is gone.</summary>
    public async Task<string> Trace(string layer, string channel, int from, int to)
    {
        try
        {
            return JsonSerializer.Serialize(JsonName.TryRead<ChannelName>(channel, out var name) ? (await Mine()).Trace(Context.ConnectionId, layer, name, from, to) : [], GraphicJson.Options);
        }
        catch (ProblemException)
        {
            return "[]";
        }
    }

    /// <summary>How long the words need to be read and how long they stand, as JSON.</summary>
    public async Task<string> Reading() => JsonSerializer.Serialize((await Mine()).Reading(Context.ConnectionId), GraphicJson.Options);

    public override async Task OnDisconnectedAsync(Exception? exception)
    {
        await Forget();
        await base.OnDisconnectedAsync(exception);
    }

    private static Edit Read(string json)
    {
        try
        {
            return JsonSerializer.Deserialize<Edit>(json, GraphicJson.Options) ?? throw new JsonException("The edit is empty.");
        }
        catch (Exception e) when (e is JsonException or NotSupportedException)
        {
            throw new ProblemException($"This is no edit: {e.Message}", "Reload the page.");
        }
    }

    private async Task<LiveGraphic> Mine() => Context.Items[Watched] is Guid id
        ? await graphics.OpenAsync(id)
        : throw new ProblemException("No graphic is open.", "Open one from the rack.");

    private async Task Forget()
    {
        if (Context.Items.Remove(Watched, out var value) && value is Guid id)
        {
            (await graphics.OpenAsync(id)).Leave(Context.ConnectionId);
            graphics.CloseIfUnwatched(id);
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
