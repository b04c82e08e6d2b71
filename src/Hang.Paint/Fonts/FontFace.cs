using System.Collections.Concurrent;
using System.Collections.Immutable;
using Hang.Scene.Geometry;
using HarfBuzzSharp;
using SkiaSharp;
using HbBuffer = HarfBuzzSharp.Buffer;

namespace Hang.Paint.Fonts;

/// <summary>One opened font file: its glyphs as outlines, and HarfBuzz to shape with it. All measures in thousandths of an em.</summary>
public sealed class FontFace
{
    private readonly ConcurrentDictionary<ushort, Outline> outlines = new();
    private readonly Font harfbuzz;
    private readonly Lock gate = new();
    private readonly SKFont skia;
    private readonly double perUnit;

    /// <exception cref="InvalidDataException">The file is no font.</exception>
    public FontFace(string path)
        : this(SKTypeface.FromFile(path) ?? throw new InvalidDataException($"{path} is no font."), Blob.FromFile(path)) { }

    /// <param name="file">An OpenType file.</param>
    /// <exception cref="InvalidDataException">It is no font.</exception>
    public FontFace(byte[] file)
        : this(SKData.CreateCopy(file)) { }

    // One native copy serves Skia and HarfBuzz. What lies in a managed array may be moved while they still read it.
    private FontFace(SKData file)
        : this(
            SKTypeface.FromData(file) ?? throw new InvalidDataException("This is no font."),
            new Blob(file.Data, checked((int)file.Size), MemoryMode.ReadOnly, file.Dispose)
        ) { }

    private FontFace(SKTypeface typeface, Blob blob)
    {
        skia = new SKFont(typeface, typeface.UnitsPerEm)
        {
            Hinting = SKFontHinting.None,
            Subpixel = true,
            LinearMetrics = true,
        };
        var face = new Face(blob, 0);
        harfbuzz = new Font(face);
        harfbuzz.SetScale(typeface.UnitsPerEm, typeface.UnitsPerEm);
        harfbuzz.SetFunctionsOpenType();
        perUnit = 1000.0 / typeface.UnitsPerEm;
        harfbuzz.TryGetHorizontalFontExtents(out var extents);
        Ascent = extents.Ascender * perUnit;
        Descent = -extents.Descender * perUnit;
        Features = FeatureTags.Of(face);
    }

    /// <summary>Tags of the OpenType features that it has, in order.</summary>
    public ImmutableArray<string> Features { get; }

    /// <summary>Height above the baseline, positive.</summary>
    public double Ascent { get; }

    /// <summary>Depth below the baseline, positive.</summary>
    public double Descent { get; }

    /// <summary>How many glyphs it has.</summary>
    public int Glyphs => skia.Typeface.GlyphCount;

    public bool Has(int codepoint)
    {
        lock (gate)
        {
            return harfbuzz.TryGetNominalGlyph((uint)codepoint, out _);
        }
    }

    /// <summary>Spaced letters take no optional ligatures.</summary>
    private static readonly Feature[] Spaced = [new(Tag.Parse("liga"), 0), new(Tag.Parse("clig"), 0)];

    /// <summary>Shapes a run of one script and direction; glyphs come from left to right.</summary>
    /// <param name="codepoints">The whole line, so that the run sees its context.</param>
    /// <param name="features">Features that are set on or off.</param>
    public Glyph[] Shape(
        ReadOnlySpan<int> codepoints,
        int start,
        int length,
        Script script,
        bool rightToLeft,
        bool spaced,
        ImmutableArray<(string Tag, int Value)> features
    )
    {
        lock (gate)
        {
            using var buffer = new HbBuffer
            {
                Direction = rightToLeft ? Direction.RightToLeft : Direction.LeftToRight,
                Script = script,
                Language = Language.Default,
                ClusterLevel = ClusterLevel.MonotoneGraphemes,
                ContentType = ContentType.Unicode,
            };
            var utf32 = new uint[codepoints.Length];
            for (var i = 0; i < utf32.Length; i++)
            {
                utf32[i] = (uint)codepoints[i];
            }
            unsafe
            {
                fixed (uint* text = utf32)
                {
                    buffer.AddUtf32((IntPtr)text, utf32.Length, start, length);
                }
            }
            harfbuzz.Shape(buffer, [.. spaced ? Spaced : [], .. features.Select(f => new Feature(Tag.Parse(f.Tag), (uint)f.Value))]);
            var infos = buffer.GlyphInfos;
            var positions = buffer.GlyphPositions;
            return
            [
                .. infos.Select(
                    (info, i) =>
                        new Glyph(
                            (ushort)info.Codepoint,
                            (int)info.Cluster,
                            positions[i].XAdvance * perUnit,
                            positions[i].XOffset * perUnit,
                            -positions[i].YOffset * perUnit
                        )
                ),
            ];
        }
    }

    /// <summary>The outline of a glyph.</summary>
    public Outline Outline(ushort glyph) => outlines.GetOrAdd(glyph, Read);

    /// <summary>The outline of a glyph, which is not kept.</summary>
    internal Outline Read(ushort glyph)
    {
        lock (gate)
        {
            using var path = skia.GetGlyphPath(glyph);
            return Read(path);
        }
    }

    private Outline Read(SKPath? path)
    {
        if (path is null || path.IsEmpty)
        {
            return new([], Box.Empty);
        }
        var commands = new List<float>();
        var k = (float)perUnit;
        using var walk = path.CreateRawIterator();
        var points = new SKPoint[4];
        void Put(int verb, int first, int count)
        {
            commands.Add(verb);
            for (var i = first; i < first + count; i++)
            {
                commands.Add(points[i].X * k);
                commands.Add(points[i].Y * k);
            }
        }
        for (var verb = walk.Next(points); verb != SKPathVerb.Done; verb = walk.Next(points))
        {
            switch (verb)
            {
                case SKPathVerb.Move:
                    Put(Scene.Geometry.Outline.Move, 0, 1);
                    break;
                case SKPathVerb.Line:
                    Put(Scene.Geometry.Outline.Line, 1, 1);
                    break;
                case SKPathVerb.Quad:
                    Put(Scene.Geometry.Outline.Quadratic, 1, 2);
                    break;
                case SKPathVerb.Cubic:
                    Put(Scene.Geometry.Outline.Cubic, 1, 3);
                    break;
                case SKPathVerb.Close:
                    Put(Scene.Geometry.Outline.Close, 0, 0);
                    break;
                default:
                    throw new InvalidDataException($"A glyph outline has an unexpected {verb}.");
            }
        }
        var b = path.Bounds;
        return new([.. commands], new(b.Left * k, b.Top * k, b.Right * k, b.Bottom * k));
    }
}

/// <summary>A shaped glyph, in thousandths of an em, y downwards.</summary>
/// <param name="Index">Index in the font.</param>
/// <param name="Cluster">Index of the first code point it stands for.</param>
public readonly record struct Glyph(ushort Index, int Cluster, double Advance, double X, double Y);
