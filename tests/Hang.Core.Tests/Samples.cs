using System.Collections.Immutable;
using Hang.Core.Contents;
using Hang.Core.Documents;
using Hang.Core.Layers;
using Hang.Scene.Geometry;
using Hang.Scene.Motion;
using Hang.Scene.Phases;
using Hang.Scene.Typesetting;
using Hang.Scene.Values;
using Hang.Tests.Shared;

namespace Hang.Core.Tests;

/// <summary>Small documents for tests, and a shaper whose letters are all 500 wide.</summary>
internal static class Samples
{
    public static Graphic Graphic(params Layer[] layers) =>
        new()
        {
            Version = Core.Documents.Graphic.FormatVersion,
            Name = "Sample",
            Kind = GraphicKind.LowerThird,
            Width = 640,
            Height = 360,
            Rate = new(25),
            Phases = new PhaseLengths(20, 60, 20),
            Layers = [.. layers],
        };

    public static Layer Plate(string id, params (string Address, Channel Channel)[] channels) =>
        channels.Aggregate(Making.Layer<Plate>(id, $"Plate {id}"), (layer, c) => layer.With(c.Address, c.Channel));

    public static Layer Type(string id, string text) => Making.TypeOf(id, text);

    /// <summary>Letters of even width.</summary>
    public static ITypeShaper Shaper { get; } = new EvenShaper();

    public static Channel Keyed(params (int At, double Value)[] keys) =>
        Channel.Of(NumbersKind.Number, keys.Select(k => new Keyframe(k.At, new(k.Value), Feel.Linear)));

    internal sealed class EvenShaper : ITypeShaper
    {
        private static readonly Outline Box = new([0, 0, 0, 1, 400, 0, 1, 400, -700, 5], new(0, -700, 400, 0));

        public ShapedLine Shape(string line, string family, int weight, bool spaced = false, string features = "") =>
            new([.. line.Select((_, i) => new ShapedGlyph(Box, i * 500, 0, i, i))], line.Length * 500, Math.Max(0, line.Length - 1), 800, 200, []);

        public Scene.Geometry.IShapeCombiner Shapes { get; } = new FirstShape();

        public ImmutableArray<int> Breaks(string line) =>
            [.. Enumerable.Range(1, Math.Max(0, line.Length - 1)).Where(i => line[i - 1] == ' ' && line[i] != ' ')];

        public ImmutableArray<(int Start, int Length)> Words(string line) =>
            [.. System.Text.RegularExpressions.Regex.Matches(line, @"\w+").Select(m => (m.Index, m.Length))];
    }

    /// <summary>Combines nothing: painters' tests look at what a combination looks like.</summary>
    private sealed class FirstShape : Scene.Geometry.IShapeCombiner
    {
        public Scene.Geometry.ShapePath Combine(IReadOnlyList<(Scene.Geometry.ShapePath Path, string Rule)> shapes, Scene.Geometry.Combining how) =>
            shapes[0].Path;
    }
}
