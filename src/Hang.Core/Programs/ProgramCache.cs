using Hang.Core.Documents;
using Hang.Core.Evaluation;
using Hang.Scene.Typesetting;

namespace Hang.Core.Programs;

/// <summary>
/// A graphic's program, evaluated window by window as it is asked for. The next one, after an edit, takes over all that the edit
/// cannot have changed. Safe on several threads.
/// </summary>
public sealed class ProgramCache
{
    private readonly Lock gate = new();
    private readonly Dictionary<(string Node, int Window), NodeWindow> known = [];
    private readonly ITypeShaper shaper;

    public ProgramCache(Graphic graphic, ITypeShaper shaper, ProgramCache? previous = null, IReadOnlyCollection<int>? held = null)
    {
        this.shaper = shaper;
        Evaluator = new(graphic, shaper, previous?.Evaluator, guides: true);
        if (previous is not null && previous.Graphic.Phases.Total == graphic.Phases.Total)
        {
            TakeOver(previous, held);
        }
    }

    public Evaluator Evaluator { get; }

    public Graphic Graphic => Evaluator.Graphic;

    /// <summary>The program after an edit.</summary>
    /// <param name="held">Indexes of the windows that somebody still holds; others are let go. Null: all are taken over.</param>
    public ProgramCache Next(Graphic graphic, IReadOnlyCollection<int>? held = null) => new(graphic, shaper, this, held);

    /// <summary>One node over one window.</summary>
    /// <param name="node">Index into the evaluator's strips.</param>
    /// <param name="index">Index of the window.</param>
    public NodeWindow Window(int node, int index)
    {
        var key = (Evaluator.Strips[node].Id, index);
        lock (gate)
        {
            if (known.TryGetValue(key, out var window))
            {
                return window;
            }
        }
        var made = NodeWindow.Of(Evaluator, node, FrameWindow.At(index, Graphic.Phases.Total));
        lock (gate)
        {
            return known[key] = made;
        }
    }

    private void TakeOver(ProgramCache previous, IReadOnlyCollection<int>? held)
    {
        var places = previous.Evaluator.Strips.Select((c, i) => (c.Id, i)).ToDictionary(p => p.Id, p => p.i, StringComparer.Ordinal);
        var same = new HashSet<string>(StringComparer.Ordinal);
        for (var i = 0; i < Evaluator.Strips.Length; i++)
        {
            var id = Evaluator.Strips[i].Id;
            if (places.TryGetValue(id, out var before) && !Evaluator.MayDiffer(i, previous.Evaluator, before))
            {
                same.Add(id);
            }
        }
        lock (previous.gate)
        {
            foreach (var (key, window) in previous.known.Where(p => same.Contains(p.Key.Node) && (held is null || held.Contains(p.Key.Window))))
            {
                known[key] = window;
            }
        }
    }
}
