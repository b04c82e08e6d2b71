using System.Collections.Concurrent;
using System.Text.Json;
using Hang.Core;
using Hang.Core.Checks;
using Hang.Core.Documents;
using Hang.Core.Edits;
using Hang.Core.Evaluation;
using Hang.Core.Layers;
using Hang.Core.Programs;
using Hang.Paint.Shaping;
using Hang.Server.Safety;
using Hang.Store.Revisions;
using Microsoft.AspNetCore.SignalR;

namespace Hang.Server.Live;

/// <summary>A graphic that is open in one browser or more. Edits come one at a time; an edit that is answered is on disk.</summary>
public sealed class LiveGraphic
{
    /// <summary>Most frames of a channel that are read at once.</summary>
    public const int MostTraced = 4000;

    private readonly Guid id;
    private readonly RevisionStore revisions;
    private readonly IHubContext<LiveHub> hub;
    private readonly SemaphoreSlim turn = new(1);
    private readonly ConcurrentDictionary<string, Viewer> viewers = new();
    private State state;

    private LiveGraphic(Guid id, RevisionStore revisions, IHubContext<LiveHub> hub, State state) => (this.id, this.revisions, this.hub, this.state) = (id, revisions, hub, state);

    public Graphic Graphic => state.Program.Graphic;

    public bool IsWatched => !viewers.IsEmpty;

    /// <exception cref="ProblemException">There is no such graphic.</exception>
    public static async Task<LiveGraphic> OpenAsync(Guid id, RevisionStore revisions, IHubContext<LiveHub> hub)
    {
        var row = await revisions.DemandHeadAsync(id);
        return new(id, revisions, hub, new(new(GraphicJson.Read(row.Document), TypeShaper.Shipped), row));
    }

    public async Task JoinAsync(string connection)
    {
        var viewer = new Viewer();
        viewers[connection] = viewer;
        await SendAsync(connection, viewer);
    }

    public void Leave(string connection) => viewers.TryRemove(connection, out _);

    /// <summary>Applies an edit, keeps it, and tells every viewer.</summary>
    /// <returns>What a person should know about it beyond what is plain to see, or null.</returns>
    /// <exception cref="ProblemException">The edit was refused; nothing has changed.</exception>
    public async Task<string?> EditAsync(Edit edit)
    {
        await turn.WaitAsync();
        try
        {
            var before = state;
            var next = edit.ApplyTo(before.Program.Graphic, TypeShaper.Shipped);
            var program = before.Program.Next(next);
            var label = edit.Describe(before.Program.Graphic);
            var note = edit.Note(before.Program.Graphic);
            var keeping = revisions.KeepAsync(id, before.Row.Number, GraphicJson.Write(next), JsonSerializer.Serialize(edit, GraphicJson.Options), label);
            // The pixels need not wait for the disk; the answer does. Should keeping fail, what is on disk is shown again.
            state = new(program, before.Row with { Number = before.Row.Number + 1, Last = before.Row.Number + 1, Label = label });
            await TellAllAsync();
            try
            {
                await keeping;
                return note;
            }
            catch (RevisionConflictException)
            {
                await ShowAsync(await revisions.HeadAsync(id));
                throw new ProblemException("The graphic was changed elsewhere at the same moment.", "It shows that change now; do yours again.");
            }
            catch
            {
                state = before;
                await TellAllAsync();
                throw;
            }
        }
        finally
        {
            turn.Release();
        }
    }

    /// <summary>Shows an edit to one viewer without keeping it; null ends the preview.</summary>
    /// <exception cref="ProblemException">The edit was refused.</exception>
    public async Task PreviewAsync(string connection, Edit? edit)
    {
        if (!viewers.TryGetValue(connection, out var viewer))
        {
            return;
        }
        var (program, _) = state;
        if (edit is not null)
        {
            program = program.Next(edit.ApplyTo(program.Graphic, TypeShaper.Shipped));
        }
        await SendAsync(connection, viewer, edit is null ? null : program);
    }

    /// <summary>Undoes (-1) or redoes (+1) one revision.</summary>
    public async Task StepAsync(int by)
    {
        await turn.WaitAsync();
        try
        {
            await ShowAsync(await revisions.StepAsync(id, by));
        }
        finally
        {
            turn.Release();
        }
    }

    /// <summary>Sends windows that the viewer has not got yet.</summary>
    public async Task<WindowPart[]> WantAsync(string connection, int[] indexes)
    {
        if (!viewers.TryGetValue(connection, out var viewer))
        {
            return [];
        }
        await viewer.Turn.WaitAsync();
        try
        {
            viewer.Want(indexes, Graphic.Phases.Total, out var added);
            return viewer.Windows(added);
        }
        finally
        {
            viewer.Turn.Release();
        }
    }

    /// <summary>The values of layers at a frame, previews included.</summary>
    public IEnumerable<LayerInspection> Read(string connection, string[] layers, int frame)
    {
        var evaluator = Shown(connection);
        return Inspection.Of(evaluator, Math.Clamp(frame, 0, evaluator.Graphic.Phases.Total - 1), layers);
    }

    /// <summary>A channel's components over some frames, previews included: for each component its values in order.</summary>
    /// <param name="from">First frame.</param>
    /// <param name="to">Frame after the last; at most <see cref="MostTraced"/> later.</param>
    public double[][] Trace(string connection, string layer, ChannelName channel, int from, int to)
    {
        var graphic = Shown(connection).Graphic;
        from = Math.Clamp(from, 0, graphic.Phases.Total - 1);
        to = Math.Clamp(to, from + 1, Math.Min(graphic.Phases.Total, from + MostTraced));
        var values = Enumerable.Range(from, to - from).Select(f => graphic.Layer(layer).Channels[channel].At(f)).ToArray();
        return [.. ChannelSpec.Of(channel).Components.Select((_, i) => values.Select(v => v[i]).ToArray())];
    }

    /// <summary>Whether the words can be read in the time they stand.</summary>
    public ReadingTime Reading(string connection) => ReadingTime.Of(Shown(connection), TypeShaper.Shipped);

    private Evaluator Shown(string connection) => viewers.TryGetValue(connection, out var viewer) && viewer.Sent is { } sent ? sent.Evaluator : state.Program.Evaluator;

    /// <summary>Shows a revision to every viewer; null changes nothing.</summary>
    private async Task ShowAsync(RevisionRow? revision)
    {
        if (revision is { } row)
        {
            state = new(state.Program.Next(GraphicJson.Read(row.Document)), row);
            await TellAllAsync();
        }
    }

    private Task TellAllAsync() => Task.WhenAll(viewers.Select(v => SendAsync(v.Key, v.Value)));

    private async Task SendAsync(string connection, Viewer viewer, ProgramCache? preview = null)
    {
        await viewer.Turn.WaitAsync();
        try
        {
            var (program, row) = state;
            var patch = viewer.Next(preview ?? program, preview is null ? row.Number : -1, row.Number > 0, row.Number < row.Last, row.Label);
            await hub.Clients.Client(connection).SendAsync("patched", patch);
        }
        finally
        {
            viewer.Turn.Release();
        }
    }

    private sealed record State(ProgramCache Program, RevisionRow Row);
}
