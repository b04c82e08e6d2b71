using System.Collections.Immutable;
using Hang.Core.Credits;
using Hang.Scene.Geometry;
using Hang.Scene.Registry;
using Hang.Scene.Sources;
using Hang.Scene.Typesetting;
using Hang.Scene.Values;

namespace Hang.Core.Contents;

/// <summary>A part of a sheet: words or a picture at their place.</summary>
/// <param name="X">Of its origin from the middle.</param>
/// <param name="Y">Of its baseline, or of a picture's upper edge, from the sheet's.</param>
internal sealed record SheetPart(double X, double Y, Drawing? Words, string? Picture, Box Box);

/// <summary>A line of a sheet.</summary>
internal sealed record SheetRow(double Top, double Height, bool IsGap, ImmutableArray<SheetPart> Parts);

/// <summary>Credits set one below the other, about the middle of 0, from 0 downwards.</summary>
internal sealed class RollSheet
{
    // Where the baseline lies in a line: of its height, from above; numerals and capitals then stand in its midst.
    private const double Baseline = 0.72;

    private RollSheet(ImmutableArray<SheetRow> rows) => Rows = rows;

    public ImmutableArray<SheetRow> Rows { get; }

    public double Height => Rows.IsEmpty ? 0 : Rows[^1].Top + Rows[^1].Height;

    public IEnumerable<Drawing> Words => Rows.SelectMany(r => r.Parts).Select(p => p.Words).OfType<Drawing>();

    public static RollSheet Of(ValueSet values, ITypeShaper shaper, SourceSet sources)
    {
        var size = values[Roll.Look.Size].Constant.X;
        double Fixed(ValueSpec spec) => values[spec].Constant.X;
        var rows = ImmutableArray.CreateBuilder<SheetRow>();
        var y = 0.0;
        void Add(double height, bool isGap, params SheetPart[] parts)
        {
            // Whole pixels, so that lines do not lie between two of them.
            height = Math.Round(height);
            rows.Add(new(y, height, isGap, [.. parts]));
            y += height;
        }
        SheetPart Set(string words, double scale, ValueSpec? weight, ValueSpec? fill, int align, double x, double height)
        {
            var type = Roll.Look.Saying(values, words).With(TypeContent.TypeSize, new Value(size * scale)).With(TypeContent.Align, new Value(align));
            type = weight is null ? type : type.With(TypeContent.Weight, new Value(Fixed(weight)));
            type = fill is null ? type : type.With(TypeContent.Colour, values[fill]);
            var drawing = Modules<ContentKind>.Of<TypeContent>().Draw(type, DrawContext.Alone(shaper));
            var at = Math.Round(y + Math.Round(height) * Baseline);
            var box = drawing.BoxAt(0);
            return new(x, at, drawing, null, new(box.Left + x, box.Top + at, box.Right + x, box.Bottom + at));
        }
        var line = size * Fixed(Roll.Leading);
        foreach (var credit in CreditLine.Read(values[Roll.Lines].Constant.Text))
        {
            switch (credit.Kind)
            {
                case CreditKind.Gap:
                    Add(size * Fixed(Roll.GapHeight), true);
                    break;
                case CreditKind.Heading:
                    var tall = line * Fixed(Roll.HeadingSize);
                    Add(tall, false, Set(credit.Left, Fixed(Roll.HeadingSize), Roll.HeadingWeight, Roll.HeadingFill, 1, 0, tall));
                    break;
                case CreditKind.Pair:
                    var half = Fixed(Roll.Between) / 2;
                    Add(
                        line,
                        false,
                        Set(credit.Left, Fixed(Roll.RoleSize), Roll.RoleWeight, Roll.RoleFill, 2, -half, line),
                        Set(credit.Right, 1, null, null, 0, half, line)
                    );
                    break;
                case CreditKind.Logos:
                    var high = Math.Round(Fixed(Roll.LogoHeight));
                    Add(high + line / 2, false, Logos(credit.Files, sources, high, y, line));
                    break;
                default:
                    Add(line, false, Set(credit.Left, 1, null, null, 1, 0, line));
                    break;
            }
        }
        return new(rows.ToImmutable());
    }

    /// <summary>Pictures side by side about the middle, as far from each other as a line is high. Those that the document does not have are left out.</summary>
    private static SheetPart[] Logos(ImmutableArray<string> files, SourceSet sources, double high, double y, double line)
    {
        var found = files
            .Select(f => sources.Of(PictureSources.Kind).FirstOrDefault(a => string.Equals(a.Value.Name, f, StringComparison.OrdinalIgnoreCase)))
            .Where(a => a.Key is not null)
            .Select(a => (a.Key, Width: Math.Round(high * a.Value.Width / a.Value.Height)))
            .ToArray();
        var x = -(found.Sum(f => f.Width) + line * Math.Max(0, found.Length - 1)) / 2;
        var parts = new List<SheetPart>();
        foreach (var (hash, width) in found)
        {
            var top = y + Math.Round(line / 4);
            parts.Add(new(Math.Round(x), top, null, hash, new(Math.Round(x), top, Math.Round(x) + width, top + high)));
            x += width + line;
        }
        return [.. parts];
    }
}
