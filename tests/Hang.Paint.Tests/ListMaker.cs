using System.Collections.Immutable;
using System.Globalization;
using Hang.Scene.Geometry;
using Hang.Scene.PaintList;
using Hang.Scene.Typesetting;

namespace Hang.Paint.Tests;

/// <summary>Writes a strip of the paint list by hand, operations and numbers together.</summary>
internal sealed class ListMaker
{
    private readonly ImmutableArray<Op>.Builder ops = ImmutableArray.CreateBuilder<Op>();
    private readonly List<float> row = [];
    private readonly Dictionary<string, object> resources = [];

    public static OperationsTests.Listed Make(string id, Action<ListMaker> write)
    {
        var maker = new ListMaker();
        write(maker);
        return new(
            new Strip(id, id, maker.ops.ToImmutable(), maker.row.Count, maker.resources.ToImmutableDictionary(StringComparer.Ordinal)),
            [.. maker.row],
            []
        );
    }

    /// <summary>A step that acts, with its numbers but for "on".</summary>
    public static (OpKind Kind, float[] Numbers) Step(OpKind kind, params float[] numbers) => (kind, [1, .. numbers]);

    public ListMaker Place(float[] matrix, float opacity) => Add(Ops.Place, [], [], 0, [.. matrix, opacity]);

    public ListMaker Mark(float left, float top, float right, float bottom) => Add(Ops.Mark, [], [], 0, [left, top, right, bottom, left, top, right, bottom]);

    public ListMaker Clip(string verbs, string inverse, float on, float[] shape) =>
        Add(Ops.Clip, [], [verbs, "nonzero", inverse], shape.Length, [on, .. shape]);

    public ListMaker Group(string blend, float opacity, params (OpKind Kind, float[] Numbers)[] steps) => Group(blend, opacity, 1, steps);

    public ListMaker Group(string blend, float opacity, float on, params (OpKind Kind, float[] Numbers)[] steps)
    {
        var at = row.Count;
        row.AddRange([on, 0, 0, 0, 0, 0, 0, 0, 0, opacity]);
        var written = new List<Op>();
        foreach (var (kind, numbers) in steps)
        {
            written.Add(new(kind, [], [], row.Count, 0, []));
            row.AddRange(numbers);
        }
        ops.Add(new(Ops.Group, [], [blend], at, 0, [.. written]));
        return this;
    }

    public ListMaker End() => Add(Ops.End, [], [], 0, []);

    public ListMaker Fill(string verbs, float[] colour, float[] shape, string rule = "nonzero") =>
        Add(Ops.Fill, [], [verbs, rule, "solid", "0"], shape.Length, [.. colour, .. new float[12], .. shape]);

    public ListMaker Gradient(string kind, float[] axis, float[] local, float[] stops, float[] box) =>
        Add(
            Ops.Fill,
            [],
            [Shape.Box, "nonzero", kind, (stops.Length / 5).ToString(CultureInfo.InvariantCulture)],
            stops.Length + box.Length,
            [0, 0, 0, 1, .. axis, .. local, .. stops, .. box]
        );

    public ListMaker Stroke(string verbs, string cap, string join, string dashes, float[] colour, float width, float[] shape, float from = 0, float to = 1) =>
        Add(Ops.Stroke, [], [verbs, cap, join, "solid", "0", dashes], shape.Length, [.. colour, .. new float[12], width, 4, 3, from, to, .. shape]);

    public ListMaker Glyphs(GlyphRun run, float[] colour, float unit, float tracking, float leading)
    {
        resources[run.Hash] = run;
        return Add(Ops.Glyphs, [run.Hash], ["solid", "0"], 0, [.. colour, .. new float[12], unit, tracking, leading]);
    }

    public ListMaker Picture(float[] source, float[] target) => Add(Ops.Picture, ["mark"], [], 0, [.. source, .. target]);

    public ListMaker Warp(int columns, int rows, float[] net) =>
        Add(Ops.Warp, ["mark"], [columns.ToString(CultureInfo.InvariantCulture), rows.ToString(CultureInfo.InvariantCulture)], net.Length, net);

    private ListMaker Add(OpKind kind, ImmutableArray<string> takes, ImmutableArray<string> words, int each, float[] numbers)
    {
        Assert.Equal(kind.RowSize(each), numbers.Length);
        ops.Add(new(kind, takes, words, row.Count, each, []));
        row.AddRange(numbers);
        return this;
    }
}
