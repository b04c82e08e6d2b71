using System.Runtime.InteropServices;
using Hang.Core.Checks;
using Hang.Core.Documents;
using Hang.Core.Programs;
using Hang.Scene;
using Hang.Scene.Geometry;
using Hang.Scene.Json;
using Hang.Scene.PaintList;
using Hang.Scene.Typesetting;
using Hang.Server.Hosting;

namespace Hang.Server.Live;

/// <summary>What a viewer is to be shown.</summary>
/// <param name="Revision">Number of the revision, or -1 for a preview.</param>
/// <param name="Mine">True when the viewer made the revision.</param>
/// <param name="Others">How many others look at the graphic.</param>
public sealed record Shown(ProgramCache Program, int Revision, bool Mine, int Others, bool CanUndo, bool CanRedo, Sentence Label);

/// <summary>
/// Makes the patches of one viewer: it knows what the viewer has been sent, so that it gets only what is new to it. Serves one thread at a time.
/// </summary>
public sealed class PatchMaker
{
    /// <summary>Most windows that a viewer is kept up to date with.</summary>
    public const int MostWindows = 16;

    private readonly HashSet<string> resources = new(StringComparer.Ordinal);
    private SortedSet<int> holds = [];
    private ProgramCache? sent;
    private Finding[] findings = [];
    private int number;

    /// <summary>What the viewer has before it.</summary>
    public ProgramCache? Sent => sent;

    /// <summary>The patch that brings the viewer to a state.</summary>
    /// <param name="wanted">The windows that the viewer wants to hold.</param>
    public Patch Next(Shown shown, IReadOnlyCollection<int> wanted)
    {
        var (program, before) = (shown.Program, sent);
        var strips = program.Evaluator.Strips;
        var places = before?.Evaluator.Strips.Select((s, i) => (Strip: s, Place: i)).ToDictionary(p => p.Strip.Id, StringComparer.Ordinal);
        var heads = strips.Where(s => places is null || !places.TryGetValue(s.Id, out var p) || !ReferenceEquals(p.Strip, s)).Select(Head).ToArray();
        var listed =
            before is null
            || strips.Length != before.Evaluator.Strips.Length
            || !strips.Select(s => s.Id).SequenceEqual(before.Evaluator.Strips.Select(s => s.Id));
        var (outlines, runs, gone) = heads.Length > 0 || listed ? Resources(strips) : ([], [], []);
        var count = FrameWindow.Count(program.Graphic.Phases.Total);
        var now = new SortedSet<int>(wanted.Where(w => w >= 0 && w < count));
        var sameTime = before is not null && before.Graphic.Phases.Total == program.Graphic.Phases.Total;
        var parts = now.Select(w =>
            Part(program, w, i =>
                sameTime && holds.Contains(w) && places!.TryGetValue(strips[i].Id, out var p) && ReferenceEquals(p.Strip, strips[i])
                    ? before!.Window(p.Place, w)
                    : null
            )
        );
        var (graphic, order) = (program.Graphic, program.Graphic.Layers.Select(l => l.Id).ToArray());
        var patch = new Patch
        {
            Number = number++,
            Revision = shown.Revision,
            Mine = shown.Mine,
            Others = shown.Others,
            CanUndo = shown.CanUndo,
            CanRedo = shown.CanRedo,
            Label = shown.Label.ToString(),
            Say = SaidBeside.Of(("label", shown.Label)).ToJsonString(),
            Graphic = before is null || !SameHead(before.Graphic, graphic) ? Codecs.Write(graphic with { Layers = [] }) : null,
            Layers = ChangedLayers(before?.Graphic, graphic),
            Order = before is null || !order.SequenceEqual(before.Graphic.Layers.Select(l => l.Id)) ? order : null,
            Nodes = listed ? [.. strips.Select(s => s.Id)] : null,
            Heads = heads,
            Windows = [.. parts.Where(p => p.Nodes.Length > 0 || !holds.Contains(p.Index))],
            Outlines = outlines,
            Runs = runs,
            Gone = gone,
            Findings = shown.Revision >= 0 && !ReferenceEquals(before?.Graphic, graphic) ? NewFindings(program) : null,
        };
        (sent, holds) = (program, now);
        Telemetry.PatchBytes.Record(Size(patch));
        return patch;
    }

    private static long Size(Patch patch) =>
        patch.Layers.Values.Sum(l => (long)l.Length)
        + patch.Outlines.Values.Sum(o => o.LongLength)
        + patch.Windows.Sum(w => w.Nodes.Sum(n => n.Values.LongLength + n.Columns.LongLength + (n.Moments?.LongLength ?? 0)));

    private static WindowPart Part(ProgramCache program, int window, Func<int, NodeWindow?> known)
    {
        var nodes = new List<NodePart>();
        for (var i = 0; i < program.Evaluator.Strips.Length; i++)
        {
            var now = program.Window(i, window);
            if (known(i) is { } before && before.SameAs(now))
            {
                continue;
            }
            nodes.Add(
                new()
                {
                    Node = program.Evaluator.Strips[i].Id,
                    Values = Bytes(now.Values),
                    Changing = now.Changing,
                    Columns = Bytes(now.Columns),
                    MomentCounts = now.MomentCounts.Length > 0 ? now.MomentCounts : null,
                    Moments = now.MomentCounts.Length > 0 ? Bytes(now.Moments) : null,
                    Boxes = now.MomentCounts.Length > 0 ? Bytes(now.MomentBoxes) : null,
                }
            );
        }
        return new() { Index = window, Nodes = [.. nodes] };
    }

    /// <summary>Outlines and runs that the viewer lacks, and the hashes of those that it can let go.</summary>
    private (Dictionary<string, byte[]> Outlines, Dictionary<string, RunPart> Runs, string[] Gone) Resources(IEnumerable<Strip> strips)
    {
        var (outlines, runs) = (new Dictionary<string, byte[]>(StringComparer.Ordinal), new Dictionary<string, RunPart>(StringComparer.Ordinal));
        var needed = new HashSet<string>(StringComparer.Ordinal);
        void Need(Outline outline)
        {
            if (needed.Add(outline.Hash) && resources.Add(outline.Hash))
            {
                outlines[outline.Hash] = outline.Bytes;
            }
        }
        foreach (var resource in strips.SelectMany(s => s.Resources.Values))
        {
            if (resource is Outline alone)
            {
                Need(alone);
            }
            else if (resource is GlyphRun run && needed.Add(run.Hash))
            {
                if (resources.Add(run.Hash))
                {
                    runs[run.Hash] = new() { Glyphs = [.. run.Glyphs.Select(g => g.Outline.Hash)], Places = Bytes(run.Places) };
                }
                foreach (var glyph in run.Glyphs)
                {
                    Need(glyph.Outline);
                }
            }
        }
        var gone = resources.Where(r => !needed.Contains(r)).ToArray();
        resources.ExceptWith(gone);
        return (outlines, runs, gone);
    }

    private static StripHead Head(Strip strip) =>
        new()
        {
            Node = strip.Id,
            Layer = strip.Layer,
            Size = strip.Size,
            Ops = [.. strip.Ops.Select(o => Head(o, Ops.All.IndexOf(o.Kind)))],
        };

    private static OpHead Head(Op op, int code) =>
        new()
        {
            Code = code,
            Takes = [.. op.Takes],
            Words = [.. op.Words],
            At = op.At,
            Each = op.Each,
            Steps = [.. op.Steps.Select(s => Head(s, s.Kind.Code))],
        };

    private static bool SameHead(Graphic a, Graphic b) => (a with { Layers = b.Layers }) == b;

    private static Dictionary<string, string> ChangedLayers(Graphic? before, Graphic after)
    {
        var old = before?.Layers.ToDictionary(l => l.Id, StringComparer.Ordinal);
        return after
            .Layers.Where(l => old is null || !old.TryGetValue(l.Id, out var o) || !ReferenceEquals(o, l))
            .ToDictionary(l => l.Id, l => Codecs.Write(l), StringComparer.Ordinal);
    }

    private LayerNote[]? NewFindings(ProgramCache program)
    {
        Finding[] now = [.. GraphicChecks.Of(program.Evaluator)];
        if (sent is not null && now.SequenceEqual(findings))
        {
            return null;
        }
        findings = now;
        return [.. now.Select(LayerNote.Of)];
    }

    private static byte[] Bytes(float[] numbers) => MemoryMarshal.AsBytes(numbers.AsSpan()).ToArray();
}
