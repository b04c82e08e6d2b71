using System.Collections.Concurrent;
using System.Text.Json;
using Hang.Core.Checks;
using Hang.Core.Documents;
using Hang.Core.Edits;
using Hang.Core.Evaluation;
using Hang.Core.Fields;
using Hang.Core.Layers;
using Hang.Core.Palettes;
using Hang.Core.Programs;
using Hang.Media.Reports;
using Hang.Paint.Pictures;
using Hang.Paint.Shaping;
using Hang.Scene;
using Hang.Scene.Json;
using Hang.Scene.Values;
using Hang.Server.Safety;
using Hang.Server.SignIn;
using Hang.Store.Revisions;
using Microsoft.AspNetCore.SignalR;

namespace Hang.Server.Live;

/// <summary>A graphic that is open in one browser or more. Edits come one at a time; an edit that is answered is on disk.</summary>
public sealed class LiveGraphic
{
    /// <summary>Most frames of a value that are read at once.</summary>
    public const int MostTraced = 4000;

    /// <summary>Most selected layers that others are told of.</summary>
    private const int MostChosen = 200;

    /// <summary>How long an answer waits for the pixels of the one who asked.</summary>
    private static readonly TimeSpan PixelsFirst = TimeSpan.FromSeconds(1);

    private readonly Guid id;
    private readonly RevisionStore revisions;
    private readonly IHubContext<LiveHub> hub;
    private readonly SemaphoreSlim turn = new(1);
    private readonly ConcurrentDictionary<string, Viewer> viewers = new();

    /// <summary>Which session made each revision, as far as this server has seen.</summary>
    private readonly ConcurrentDictionary<int, string> authors = new();
    private State state;
    private bool removed;

    private readonly Func<Guid, Guid, Palette?, Task> spread;
    private readonly Action<Guid> changed;
    private readonly ILogger log;

    private LiveGraphic(
        Guid id,
        RevisionStore revisions,
        IHubContext<LiveHub> hub,
        Func<Guid, Guid, Palette?, Task> spread,
        Action<Guid> changed,
        ILogger log,
        State state
    ) => (this.id, this.revisions, this.hub, this.spread, this.changed, this.log, this.state) = (id, revisions, hub, spread, changed, log, state);

    public Graphic Graphic => state.Program.Graphic;

    public bool IsWatched => !viewers.IsEmpty;

    /// <param name="spread">Gives roles and colourways that were changed here (package, graphic, palette) to the rest of the package.</param>
    /// <param name="changed">Is told after each change that is kept.</param>
    /// <exception cref="ProblemException">There is no such graphic.</exception>
    public static async Task<LiveGraphic> OpenAsync(
        Guid id,
        RevisionStore revisions,
        IHubContext<LiveHub> hub,
        Func<Guid, Guid, Palette?, Task> spread,
        Action<Guid> changed,
        ILogger log
    )
    {
        var row = await revisions.DemandHeadAsync(id);
        return new(id, revisions, hub, spread, changed, log, new(new(GraphicJson.Read(row.Document), TypeShaper.Shipped), row));
    }

    /// <summary>Begins to show the graphic to a browser; all of it follows as a patch.</summary>
    /// <param name="session">The browser's own id.</param>
    public void Join(string connection, string session)
    {
        var viewer = new Viewer(
            session,
            (patch, cancel) => hub.Clients.Client(connection).SendAsync("patched", patch, cancel),
            Look,
            e => FailedAsync(connection, e)
        );
        if (viewers.TryGetValue(connection, out var old))
        {
            old.Dispose();
        }
        viewers[connection] = viewer;
        _ = TellAll();
        _ = TellPeople();
    }

    private static readonly Noted NotShown = new($"Hang could not show the last change. It is kept; undo it, or reload the page.");

    /// <summary>Tells a viewer, and the log, that what has changed could not be shown.</summary>
    private Task FailedAsync(string connection, Exception e)
    {
        log.LogError(e, "Graphic {Graphic} could not be shown to a viewer", id);
        return hub.Clients.Client(connection).SendAsync("noted", NotShown.Write());
    }

    /// <summary>Says who looks.</summary>
    public void Introduce(string connection, Person person)
    {
        if (viewers.TryGetValue(connection, out var viewer))
        {
            viewer.Person = person;
            _ = TellPeople();
        }
    }

    /// <summary>Says what a viewer has selected.</summary>
    public void Choose(string connection, string[] layers)
    {
        if (viewers.TryGetValue(connection, out var viewer))
        {
            var there = Graphic.Layers.Select(l => l.Id).ToHashSet(StringComparer.Ordinal);
            viewer.Chosen = [.. layers.Where(there.Contains).Distinct().Take(MostChosen)];
            _ = TellPeople();
        }
    }

    /// <summary>Those who have said who they are.</summary>
    public IEnumerable<Person> People => viewers.Values.Select(v => v.Person).OfType<Person>();

    /// <summary>Tells every viewer who else is here; lines that are gone hear nothing.</summary>
    private async Task TellPeople()
    {
        foreach (var (connection, viewer) in viewers)
        {
            var others = viewers
                .Values.Where(v => v != viewer && v.Person is not null)
                .Select(v => new PersonHere(v.Id, v.Person!.Name, v.Person.Colour, v.Chosen))
                .ToArray();
            await hub.Clients.Client(connection).SendAsync("people", JsonSerializer.Serialize(others, ReportJson.Options));
        }
    }

    public void Leave(string connection)
    {
        if (viewers.TryRemove(connection, out var viewer))
        {
            viewer.Dispose();
            _ = TellAll();
            _ = TellPeople();
        }
    }

    /// <summary>Tells every viewer that the graphic was removed; it takes no more edits.</summary>
    public async Task RemoveAsync()
    {
        removed = true;
        await hub.Clients.Clients([.. viewers.Keys]).SendAsync("removed");
    }

    /// <summary>Applies an edit, keeps it, and shows it to every viewer.</summary>
    /// <param name="connection">Which line it comes by; null for one that comes from elsewhere.</param>
    /// <param name="by">Who makes it, as they have signed in; null: as they call themselves on that line.</param>
    /// <returns>What a person should know about it beyond what is plain to see, or null.</returns>
    /// <exception cref="ProblemException">The edit was refused; nothing has changed.</exception>
    public async Task<Sentence?> EditAsync(Edit edit, string? connection = null, string? by = null)
    {
        var palette = Graphic.Palette;
        var note = await KeepAsync(edit, connection, by);
        if (edit is not TakePalette)
        {
            await SpreadAsync(palette);
        }
        changed(id);
        return note;
    }

    /// <summary>
    /// Roles and colourways are the package's: where they have changed, its other graphics follow. Never within a turn: two that did so would wait for each
    /// other.
    /// </summary>
    private Task SpreadAsync(Palette? before)
    {
        var now = Graphic.Palette;
        return (now is null ? before is null : now.DefinesTheSame(before)) ? Task.CompletedTask : spread(state.Row.PackageId, id, now);
    }

    private async Task<Sentence?> KeepAsync(Edit edit, string? connection, string? by)
    {
        var viewer = connection is null ? null : viewers.GetValueOrDefault(connection);
        await turn.WaitAsync();
        try
        {
            if (removed)
            {
                throw new ProblemException($"This graphic was removed.", $"Bring it back on the rack, and open it again.");
            }
            var before = state;
            var held = Held();
            var (next, program) = await TimeLimit.WithinAsync(() =>
            {
                var graphic = edit.ApplyTo(before.Program.Graphic, TypeShaper.Shipped);
                return (graphic, before.Program.Next(graphic, held));
            });
            var label = edit.Describe(before.Program.Graphic);
            var note = edit.Note(before.Program.Graphic);
            // The pixels need not wait for the disk; the answer does. Should keeping fail, what is on disk is shown again.
            var row = before.Row with { Number = before.Row.Number + 1, Last = before.Row.Number + 1, Label = label, Id = Guid.NewGuid() };
            authors[row.Number] = viewer?.Session ?? "";
            state = new(program, row);
            if (viewer is not null)
            {
                viewer.Preview = null;
            }
            var shown = TellAll(viewer);
            try
            {
                var document = await revisions.KeepAsync(
                    before.Row,
                    row.Id,
                    before.Row.Document,
                    GraphicJson.Write(next),
                    edit.Write(),
                    label,
                    GraphicFacts.Of(next),
                    by ?? viewer?.Person?.Name
                );
                state = state with { Row = row with { Document = document } };
            }
            catch (RevisionConflictException)
            {
                _ = Show(await revisions.HeadAsync(id));
                throw new ProblemException($"The graphic was changed elsewhere at the same moment.", $"It shows that change now; do yours again.");
            }
            catch
            {
                state = before;
                _ = TellAll();
                throw;
            }
            await Task.WhenAny(shown, Task.Delay(PixelsFirst));
            return note;
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
        if (viewers.TryGetValue(connection, out var viewer))
        {
            var program = state.Program;
            viewer.Preview = edit is null
                ? null
                : await TimeLimit.WithinAsync(() => program.Next(edit.ApplyTo(program.Graphic, TypeShaper.Shipped), viewer.Wanted));
            await Task.WhenAny(viewer.Wake(), Task.Delay(PixelsFirst));
        }
    }

    /// <summary>Undoes (-1) or redoes (+1) one revision.</summary>
    /// <exception cref="ProblemException">The revision is another window's, which is open.</exception>
    public async Task StepAsync(int by, string connection)
    {
        var viewer = viewers.GetValueOrDefault(connection);
        var palette = Graphic.Palette;
        await turn.WaitAsync();
        try
        {
            var concerned = by < 0 ? state.Row.Number : state.Row.Number + 1;
            if (
                authors.TryGetValue(concerned, out var author)
                && author.Length > 0
                && author != viewer?.Session
                && viewers.Values.Any(v => v.Session == author)
            )
            {
                throw new ProblemException(
                    by < 0 ? (Sentence)$"The last change ({state.Row.Label}) was made in another window." : $"The next change was made in another window.",
                    $"Undo and redo it there."
                );
            }
            var shown = Show(await StepFromAsync(by), viewer);
            await Task.WhenAny(shown, Task.Delay(PixelsFirst));
        }
        finally
        {
            turn.Release();
        }
        await SpreadAsync(palette);
        changed(id);
    }

    /// <summary>The revision before or after the one that is shown; null when there is none.</summary>
    /// <exception cref="ProblemException">The graphic was changed by another server; it shows that change now.</exception>
    private async Task<RevisionRow?> StepFromAsync(int by)
    {
        try
        {
            return await revisions.StepAsync(id, by, state.Row.Id);
        }
        catch (RevisionConflictException)
        {
            _ = Show(await revisions.HeadAsync(id));
            throw new ProblemException($"The graphic was changed elsewhere at the same moment.", $"It shows that change now; undo again if you still want to.");
        }
    }

    /// <summary>Shows a filled take to one viewer.</summary>
    /// <exception cref="ProblemException">The take is refused.</exception>
    public Task PreviewTakeAsync(string connection, Take take) => PreviewAsync(connection, new ApplyTake(take));

    /// <summary>Sets the windows of the program that a viewer holds.</summary>
    public void Hold(string connection, int[] indexes) => viewers.GetValueOrDefault(connection)?.Hold(indexes);

    /// <summary>The values of layers at a frame, previews included.</summary>
    public IEnumerable<LayerInspection> Read(string connection, string[] layers, int frame)
    {
        var evaluator = Seen(connection);
        return Inspection.Of(evaluator, Math.Clamp(frame, 0, evaluator.Graphic.Phases.Total - 1), layers);
    }

    /// <summary>A value's components over some frames, previews included: for each component its values in order.</summary>
    /// <param name="from">First frame.</param>
    /// <param name="to">Frame after the last; at most <see cref="MostTraced"/> later.</param>
    public double[][] Trace(string connection, string layer, Address address, int from, int to)
    {
        var graphic = Seen(connection).Graphic;
        if (graphic.Layers.FirstOrDefault(l => l.Id == layer)?.Find(address) is not { } place)
        {
            return [];
        }
        from = Math.Clamp(from, 0, graphic.Phases.Total - 1);
        to = Math.Clamp(to, from + 1, Math.Min(graphic.Phases.Total, from + MostTraced));
        var values = Enumerable.Range(from, to - from).Select(f => place.Channel.At(f)).ToArray();
        return [.. place.Spec.Kind.Components.Select((_, i) => values.Select(v => v[i]).ToArray())];
    }

    /// <summary>Where a caret stands in a layer's words at a frame, previews included: x, top and bottom before each UTF-16 unit and at their end.</summary>
    public double[][] Carets(string connection, string layer, int frame)
    {
        var evaluator = Seen(connection);
        return evaluator.Graphic.Layers.FirstOrDefault(l => l.Id == layer) is { } found
            ? [.. evaluator.Carets(found, Math.Clamp(frame, 0, evaluator.Graphic.Phases.Total - 1)).Select(c => new[] { c.X, c.Top, c.Bottom })]
            : [];
    }

    /// <summary>What a person should know before an edit is made; null when there is nothing.</summary>
    public Sentence? Foresee(string connection, Edit edit) => edit.Note(Seen(connection).Graphic);

    /// <summary>How a layer's colour stands out from what is behind it at a frame, previews included; null for one without.</summary>
    public ContrastBehind? Contrast(string connection, string layer, int frame, PictureShelf pictures)
    {
        var graphic = Seen(connection).Graphic;
        return graphic.Layers.Any(l => l.Id == layer)
            ? ContrastBehind.Of(graphic, layer, Math.Clamp(frame, 0, graphic.Phases.Total - 1), TypeShaper.Shipped, pictures)
            : null;
    }

    /// <summary>Whether the words can be read in the time they stand.</summary>
    public ReadingTime Reading(string connection) => ReadingTime.Of(Seen(connection), TypeShaper.Shipped);

    /// <summary>The graphic as a viewer sees it, previews included.</summary>
    public Graphic Shown(string connection) => Seen(connection).Graphic;

    private Evaluator Seen(string connection) => viewers.GetValueOrDefault(connection)?.Sent?.Evaluator ?? state.Program.Evaluator;

    private IReadOnlyCollection<int> Held() => [.. viewers.Values.SelectMany(v => v.Wanted).Distinct()];

    private Shown? Look(Viewer viewer)
    {
        var (program, row) = state;
        var mine = authors.TryGetValue(row.Number, out var author) && author == viewer.Session;
        var others = viewers.Values.Count(v => v != viewer);
        return new(viewer.Preview ?? program, viewer.Preview is null ? row.Number : -1, mine, others, row.Number > row.First, row.Number < row.Last, row.Label);
    }

    /// <summary>Shows a revision to every viewer; null changes nothing.</summary>
    private Task Show(RevisionRow? revision, Viewer? first = null)
    {
        if (revision is { } row)
        {
            state = new(state.Program.Next(SameLayers.Keep(state.Program.Graphic, GraphicJson.Read(row.Document)), Held()), row);
        }
        return TellAll(first);
    }

    private Task TellAll(Viewer? first = null)
    {
        var shown = first?.Wake() ?? Task.CompletedTask;
        foreach (var viewer in viewers.Values.Where(v => v != first))
        {
            _ = viewer.Wake();
        }
        return shown;
    }

    private sealed record State(ProgramCache Program, RevisionRow Row);
}
