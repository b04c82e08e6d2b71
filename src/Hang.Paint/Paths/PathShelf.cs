using System.Runtime.CompilerServices;
using Hang.Scene.Geometry;
using Hang.Scene.PaintList;
using Hang.Scene.Typesetting;
using SkiaSharp;

namespace Hang.Paint.Paths;

/// <summary>The paths of operations, kept while their numbers stand. Serves one thread.</summary>
internal sealed class PathShelf : IDisposable
{
    private static readonly ConditionalWeakTable<Outline, SKPath> Outlines = [];
    private readonly ConditionalWeakTable<Op, Kept> kept = [];
    private readonly HashSet<Kept> all = [];

    /// <summary>The shape of an operation.</summary>
    /// <param name="v">From the operation's own start.</param>
    public SKPath ShapeOf(Strip strip, Op op, ReadOnlySpan<float> v)
    {
        if (!op.Takes.IsEmpty)
        {
            return OutlineOf((Outline)strip.Resources[op.Takes[0]]);
        }
        var stops = op.StopNumbers;
        var numbers = v.Slice(op.Kind.More + stops, op.Each - stops);
        if (IsKept(op, numbers, out var found))
        {
            return found.Path!;
        }
        found.Path = Shaped(op.Shape!.Verbs, numbers);
        found.Path.FillType = op.Shape.IsEvenOdd ? SKPathFillType.EvenOdd : SKPathFillType.Winding;
        return found.Path;
    }

    /// <summary>All glyphs of a run as one path, so that fading type shows no seam where letters overlap.</summary>
    public SKPath RunOf(Strip strip, Op op, float tracking, float leading)
    {
        if (!IsKept(op, [tracking, leading], out var found))
        {
            found.Path = Glyphs((GlyphRun)strip.Resources[op.Takes[0]], tracking, leading);
        }
        return found.Path!;
    }

    /// <summary>True when the path of these numbers is there; else the one that was is gone, and its place is ready for the new one.</summary>
    private bool IsKept(Op op, ReadOnlySpan<float> numbers, out Kept found)
    {
        found = kept.GetOrCreateValue(op);
        if (found.Path is not null && numbers.SequenceEqual(found.Numbers))
        {
            return true;
        }
        found.Path?.Dispose();
        found.Path = null;
        found.Numbers = numbers.ToArray();
        all.Add(found);
        return false;
    }

    public void Dispose()
    {
        foreach (var one in all)
        {
            one.Path?.Dispose();
            one.Path = null;
        }
    }

    private static SKPath Glyphs(GlyphRun run, float tracking, float leading)
    {
        using var builder = new SKPathBuilder();
        foreach (var glyph in run.Glyphs)
        {
            builder.AddPath(OutlineOf(glyph.Outline), (float)glyph.X + (float)glyph.Spread * tracking, (float)glyph.Y + glyph.Row * leading);
        }
        return builder.Detach();
    }

    private static SKPath Shaped(string verbs, ReadOnlySpan<float> n)
    {
        if (verbs == Shape.Any)
        {
            var any = Shape.Expand(n);
            return Shaped(any.Verbs, any.Numbers);
        }
        using var builder = new SKPathBuilder();
        var i = 0;
        foreach (var verb in verbs)
        {
            Add(builder, verb, n[i..]);
            i += Shape.Count(verb);
        }
        return builder.Detach();
    }

    /// <summary>Adds a verb with its coordinates.</summary>
    public static void Add(SKPathBuilder builder, char verb, ReadOnlySpan<float> n)
    {
        switch (verb)
        {
            case 'M':
                builder.MoveTo(n[0], n[1]);
                break;
            case 'L':
                builder.LineTo(n[0], n[1]);
                break;
            case 'Q':
                builder.QuadTo(n[0], n[1], n[2], n[3]);
                break;
            case 'K':
                builder.ConicTo(n[0], n[1], n[2], n[3], n[4]);
                break;
            case 'C':
                builder.CubicTo(n[0], n[1], n[2], n[3], n[4], n[5]);
                break;
            default:
                builder.Close();
                break;
        }
    }

    private static SKPath OutlineOf(Outline outline) => Outlines.GetValue(outline, Built);

    /// <summary>An outline as a path that nobody keeps.</summary>
    internal static SKPath Built(Outline outline)
    {
        using var builder = new SKPathBuilder();
        var c = outline.Commands;
        for (var i = 0; i < c.Length; )
        {
            switch ((int)c[i++])
            {
                case Outline.Move:
                    builder.MoveTo(c[i], c[i + 1]);
                    i += 2;
                    break;
                case Outline.Line:
                    builder.LineTo(c[i], c[i + 1]);
                    i += 2;
                    break;
                case Outline.Quadratic:
                    builder.QuadTo(c[i], c[i + 1], c[i + 2], c[i + 3]);
                    i += 4;
                    break;
                case Outline.Cubic:
                    builder.CubicTo(c[i], c[i + 1], c[i + 2], c[i + 3], c[i + 4], c[i + 5]);
                    i += 6;
                    break;
                default:
                    builder.Close();
                    break;
            }
        }
        return builder.Detach();
    }

    private sealed class Kept
    {
        public SKPath? Path { get; set; }

        public float[] Numbers { get; set; } = [];
    }
}
