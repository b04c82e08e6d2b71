using System.Runtime.InteropServices;
using System.Text.Json;
using Hang.Core.Checks;
using Hang.Core.Documents;
using Hang.Core.Layers;
using Hang.Core.Programs;
using Hang.Core.Typesetting;

namespace Hang.Server.Live;

/// <summary>One browser that looks at a graphic: what it has been sent so far, so that it gets only what is new to it.</summary>
public sealed class Viewer
{
    private static readonly JsonSerializerOptions Compact = new(GraphicJson.Options) { WriteIndented = false };
    private readonly HashSet<string> outlines = new(StringComparer.Ordinal);
    private readonly SortedSet<int> windows = [0];
    private ProgramCache? sent;
    private string[][] findings = [];
    private int number;

    /// <summary>Held while a patch is made and sent, so that patches arrive in order.</summary>
    public SemaphoreSlim Turn { get; } = new(1);

    /// <summary>What the viewer has before it.</summary>
    public ProgramCache? Sent => sent;

    /// <summary>The patch that brings this viewer to a state.</summary>
    /// <param name="revision">Number of the revision, or -1 for a preview.</param>
    public Patch Next(ProgramCache program, int revision, bool canUndo, bool canRedo, string label)
    {
        windows.RemoveWhere(w => w >= FrameWindow.Count(program.Graphic.Phases.Total));
        var before = sent;
        var contents = program.Evaluator.Contents;
        var places = before?.Evaluator.Contents.Select((c, i) => (c, i)).ToDictionary(p => p.c.Id, p => (p.c, p.i), StringComparer.Ordinal);
        var heads = new List<NodeHead>();
        var fresh = new Dictionary<string, byte[]>(StringComparer.Ordinal);
        foreach (var content in contents.Where(c => places is null || !places.TryGetValue(c.Id, out var p) || !ReferenceEquals(p.c, c)))
        {
            heads.Add(Head(content));
            foreach (var outline in content.Glyphs?.Glyphs.Select(g => g.Outline) ?? [])
            {
                if (outlines.Add(outline.Hash))
                {
                    fresh[outline.Hash] = outline.Bytes;
                }
            }
        }
        var sameTime = before is not null && before.Graphic.Phases.Total == program.Graphic.Phases.Total;
        var parts = windows.Select(w => Part(program, w, i => sameTime && places!.TryGetValue(contents[i].Id, out var p) && ReferenceEquals(p.c, contents[i]) ? before!.Window(p.i, w) : null));
        var (graphic, order) = (program.Graphic, program.Graphic.Layers.Select(l => l.Id).ToArray());
        var patch = new Patch
        {
            Number = number++,
            Revision = revision,
            CanUndo = canUndo,
            CanRedo = canRedo,
            Label = label,
            Graphic = before is null || !SameHead(before.Graphic, graphic) ? JsonSerializer.Serialize(graphic with { Layers = [] }, Compact) : null,
            Layers = ChangedLayers(before?.Graphic, graphic),
            Order = before is null || !order.SequenceEqual(before.Graphic.Layers.Select(l => l.Id)) ? order : null,
            Nodes = before is null || !contents.Select(c => c.Id).SequenceEqual(before.Evaluator.Contents.Select(c => c.Id)) ? [.. contents.Select(c => c.Id)] : null,
            Heads = [.. heads],
            Windows = [.. parts.Where(p => p.Nodes.Length > 0)],
            Outlines = fresh,
            Findings = revision >= 0 ? NewFindings(program) : null,
        };
        sent = program;
        return patch;
    }

    /// <summary>Adds windows to what this viewer is kept up to date with.</summary>
    public void Want(IEnumerable<int> indexes, int frames, out int[] added)
    {
        added = [.. indexes.Where(i => i >= 0 && i < FrameWindow.Count(frames) && windows.Add(i))];
    }

    /// <summary>The windows themselves, as far as the viewer's state goes.</summary>
    public WindowPart[] Windows(IEnumerable<int> indexes) => sent is null ? [] : [.. indexes.Select(w => Part(sent, w, _ => null))];

    private static WindowPart Part(ProgramCache program, int window, Func<int, NodeWindow?> known)
    {
        var nodes = new List<NodePart>();
        for (var i = 0; i < program.Evaluator.Contents.Length; i++)
        {
            var now = program.Window(i, window);
            if (known(i) is { } before && before.SameAs(now))
            {
                continue;
            }
            nodes.Add(new()
            {
                Node = program.Evaluator.Contents[i].Id,
                Values = Bytes(now.Values),
                Changing = now.Changing,
                Columns = Bytes(now.Columns),
                SampleCounts = now.SampleCounts.Length > 0 ? now.SampleCounts : null,
                Samples = now.SampleCounts.Length > 0 ? Bytes(now.Samples) : null,
            });
        }
        return new() { Index = window, Nodes = [.. nodes] };
    }

    private static NodeHead Head(Core.Evaluation.NodeContent content) => new()
    {
        Node = content.Id,
        Kind = JsonName.Of(content.Kind),
        Asset = content.Asset,
        Glyphs = content.Glyphs?.Glyphs.Select(g => g.Outline.Hash).ToArray(),
        Places = content.Glyphs is { } type ? Bytes([.. type.Glyphs.SelectMany(Place)]) : null,
    };

    private static float[] Place(SetGlyph glyph) => [(float)glyph.X, (float)glyph.Y, (float)glyph.Spread, glyph.Row];

    private static bool SameHead(Graphic a, Graphic b) => (a with { Layers = b.Layers }) == b;

    private static Dictionary<string, string> ChangedLayers(Graphic? before, Graphic after)
    {
        var old = before?.Layers.ToDictionary(l => l.Id, StringComparer.Ordinal);
        return after.Layers.Where(l => old is null || !old.TryGetValue(l.Id, out var o) || !ReferenceEquals(o, l))
            .ToDictionary(l => l.Id, l => JsonSerializer.Serialize<Layer>(l, Compact), StringComparer.Ordinal);
    }

    private string[][]? NewFindings(ProgramCache program)
    {
        var ids = program.Graphic.Layers.ToLookup(l => l.Name, l => l.Id);
        var now = GraphicChecks.Of(program.Evaluator).Select(f => new[] { f.Message, f.Remedy, ids[f.Layer ?? ""].FirstOrDefault() ?? "" }).ToArray();
        if (sent is not null && now.Length == findings.Length && now.Zip(findings).All(p => p.First.SequenceEqual(p.Second)))
        {
            return null;
        }
        return findings = now;
    }

    private static byte[] Bytes(float[] numbers) => MemoryMarshal.AsBytes(numbers.AsSpan()).ToArray();
}
