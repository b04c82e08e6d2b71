using System.Collections.Immutable;

namespace Hang.Scene.PaintList;

/// <summary>What an operation takes by content hash.</summary>
public enum Resource
{
    /// <summary>A shape: an <see cref="Geometry.Outline"/>.</summary>
    Path,

    /// <summary>Glyphs in their places: a <see cref="Typesetting.GlyphRun"/>.</summary>
    Run,

    /// <summary>A picture file.</summary>
    Picture,
}

/// <summary>Numbers under one name.</summary>
/// <param name="Count">How many.</param>
/// <param name="Each">True: as many times as the operation says (stops of a gradient, coordinates of a path).</param>
public readonly record struct OpField(string Name, int Count = 1, bool Each = false);

/// <summary>A kind of operation or of effect step: what it takes by content hash, which words are fixed, which numbers may change by the frame.</summary>
/// <param name="Takes">Resources, in order; the last may be missing where <paramref name="IsShape"/> says so.</param>
/// <param name="Words">Names of the words that stand still.</param>
/// <param name="Fields">The numbers in their order; repeated ones come last, so that every offset is the same for each operation of the kind.</param>
/// <param name="IsShape">True when the path can also be given by numbers: then the word "verbs" tells its pieces and the repeated field holds the coordinates.</param>
public sealed record OpKind(string Name, ImmutableArray<Resource> Takes, ImmutableArray<string> Words, ImmutableArray<OpField> Fields, bool IsShape = false)
{
    private readonly Dictionary<string, int> offsets = Fields.Select((f, i) => (f.Name, At: Fields.Take(i).Sum(g => g.Count))).ToDictionary(f => f.Name, f => f.At, StringComparer.Ordinal);

    /// <summary>Numbers of an operation whose repeated field comes so many times.</summary>
    public int Size(int each) => Fields.Sum(f => f.Count * (f.Each ? each : 1));

    /// <summary>Where a field begins among an operation's numbers.</summary>
    public int this[string field] => offsets[field];

    /// <summary>The place of a word.</summary>
    public int Word(string name) => Words.IndexOf(name);
}

/// <summary>
/// The paint list: the only thing that painters know. This table is the source of both; <c>web/src/program/ops.gen.ts</c> is printed from it.
/// Lengths are pixels in the coordinates that the places before have made; colours are straight sRGB, 0..1.
/// </summary>
public static class Ops
{
    private static readonly ImmutableArray<OpField> Paint = [new("colour", 4), new("axis", 6), new("local", 6)];

    /// <summary>Opens a level: the matrix a b c d e f applies to all inside, and the opacity to what is painted directly inside. At opacity 0 all inside is left out.</summary>
    public static OpKind Place { get; } = new("place", [], [], [new("matrix", 6), new("opacity")]);

    /// <summary>Paints nothing: tells where a layer's content lies (left, top, right, bottom), and what of it the mask lets show.</summary>
    public static OpKind Mark { get; } = new("mark", [], [], [new("box", 4), new("shown", 4)]);

    /// <summary>Clips all that follows in this level, with smooth edges, when "on" is not 0.</summary>
    public static OpKind Clip { get; } = new("clip", [Resource.Path], ["verbs", "rule", "inverse"], [new("on"), new("more", 1, Each: true)], IsShape: true);

    /// <summary>Opens a level that is painted as one picture, then put through its steps, then mixed in. "bounds" holds all that it can show, before the steps; "reach"
    /// is how far those carry it to the left, top, right and bottom. "on" at 0: it is no picture of its own, and all inside is painted straight.</summary>
    public static OpKind Group { get; } = new("group", [], ["blend"], [new("on"), new("bounds", 4), new("reach", 4), new("opacity")]);

    /// <summary>Closes the innermost level.</summary>
    public static OpKind End { get; } = new("end", [], [], []);

    /// <summary>Fills a shape. "paint" is solid, linear, radial or sweep; "axis" is the gradient's geometry, "local" its matrix, "stops" how many there are. "more" holds the stops, five numbers each (offset, red, green, blue, alpha), then the coordinates.</summary>
    public static OpKind Fill { get; } = new("fill", [Resource.Path], ["verbs", "rule", "paint", "stops"], [.. Paint, new("more", 1, Each: true)], IsShape: true);

    /// <summary>Strokes a shape, the line lying on both sides of it. "dashes" are lengths divided by spaces; "trim" is where along its length it begins and ends, as shares: an end above 1 goes on from the beginning, 1 and more beyond the beginning is all of it, nothing is none; "more" as for a fill.</summary>
    public static OpKind Stroke { get; } = new("stroke", [Resource.Path], ["verbs", "cap", "join", "paint", "stops", "dashes"],
        [.. Paint, new("width"), new("miter"), new("dashPhase"), new("trim", 2), new("more", 1, Each: true)], IsShape: true);

    /// <summary>Fills glyphs as one shape. "unit" is pixels a thousandth of an em, "tracking" and "leading" thousandths of an em; so are the places of a gradient.</summary>
    public static OpKind Glyphs { get; } = new("glyphs", [Resource.Run], ["paint", "stops"], [.. Paint, new("unit"), new("tracking"), new("leading"), new("more", 1, Each: true)]);

    /// <summary>Draws a part of a picture (in its pixels; nothing: all) into a box.</summary>
    public static OpKind Picture { get; } = new("picture", [Resource.Picture], [], [new("source", 4), new("target", 4)]);

    /// <summary>Draws a picture on a net of points, "columns" by "rows" cells, from the top left.</summary>
    public static OpKind Warp { get; } = new("warp", [Resource.Picture], ["columns", "rows"], [new("more", 1, Each: true)]);

    /// <summary>Operations, in the order of their codes.</summary>
    public static ImmutableArray<OpKind> All { get; } = [Place, Mark, Clip, Group, End, Fill, Stroke, Glyphs, Picture, Warp];

    /// <summary>A Gaussian blur of two standard deviations, across and down.</summary>
    public static OpKind Soften { get; } = new("soften", [], [], [new("on"), new("sigma", 2)]);

    /// <summary>A colour matrix of 4 rows and 5 columns over straight red, green, blue, alpha and 1 (Filter Effects, feColorMatrix).</summary>
    public static OpKind Recolour { get; } = new("recolour", [], [], [new("on"), new("matrix", 20)]);

    /// <summary>A shadow behind: grown, moved, blurred, in one colour; "only" 1 leaves the picture itself out.</summary>
    public static OpKind Cast { get; } = new("cast", [], [], [new("on"), new("offset", 2), new("sigma", 2), new("colour", 4), new("only"), new("grow")]);

    /// <summary>A shadow inside the edges: what is outside, moved, blurred, in one colour, cut to the picture.</summary>
    public static OpKind Inner { get; } = new("inner", [], [], [new("on"), new("offset", 2), new("sigma", 2), new("colour", 4)]);

    /// <summary>The luminance as alpha, for mattes (Filter Effects, luminanceToAlpha).</summary>
    public static OpKind Luma { get; } = new("luma", [], [], [new("on")]);

    /// <summary>The even mean of the picture moved along a vector, half of it to either side.</summary>
    public static OpKind Streak { get; } = new("streak", [], [], [new("on"), new("offset", 2)]);

    /// <summary>What the picture's alpha passes over when it is moved along a vector, behind it in one colour; "only" 1 leaves the picture itself out.</summary>
    public static OpKind Trail { get; } = new("trail", [], [], [new("on"), new("offset", 2), new("colour", 4), new("only")]);

    /// <summary>Colours by luminance (as <see cref="Luma"/> has it, of straight colours): up to 8 stops in order, five numbers each (luminance, red, green, blue, alpha), "count" of them used. The
    /// picture's alpha stays; that of the stops is how much of its own colour is replaced.</summary>
    public static OpKind Map { get; } = new("map", [], [], [new("on"), new("count"), new("stops", 40)]);

    /// <summary>Noise by cells of "size" pixels, up to "amount" lighter or darker; "mono" 1: all three colours alike. "seed" is a whole number.</summary>
    public static OpKind Grain { get; } = new("grain", [], [], [new("on"), new("amount"), new("size"), new("seed"), new("mono")]);

    /// <summary>
    /// Takes each place's colour from another: "height" · sin 2π (way / "length" - "phase") away. The way runs from "at" in the unit direction "along" and moves across it; or, "round" 1,
    /// it is the distance from "at" and moves towards and from it, less and less until nothing at a distance of "fades" (0: everywhere alike).
    /// </summary>
    public static OpKind Bend { get; } = new("bend", [], [], [new("on"), new("at", 2), new("along", 2), new("length"), new("height"), new("phase"), new("fades"), new("round")]);

    /// <summary>Gives each cell of a grid the mean of its colours; the grid has a corner "at".</summary>
    public static OpKind Blocks { get; } = new("blocks", [], [], [new("on"), new("size", 2), new("at", 2)]);

    /// <summary>Steps of a group, in the order of their codes.</summary>
    public static ImmutableArray<OpKind> Steps { get; } = [Soften, Recolour, Cast, Inner, Luma, Streak, Trail, Map, Grain, Bend, Blocks];
}
