using System.Collections.Immutable;
using System.Globalization;

namespace Hang.Scene.Motion;

/// <summary>Reads CSS easing text: the keywords, cubic-bezier(), steps() and linear() of CSS Easing Functions Level 2.</summary>
public static class FeelText
{
    /// <exception cref="ProblemException">The text is no CSS easing function; the message shows it.</exception>
    public static Feel Parse(string text) =>
        TryParse(text)
        ?? throw new ProblemException(
            $"\"{Quoted.Short(text)}\" is not CSS easing text.",
            $"Write linear, cubic-bezier(x1, y1, x2, y2) with x from 0 to 1, steps(n) or linear(0, 0.4 30%, 1).",
            field: "feel"
        );

    /// <summary>Longest text, in characters; a curve of <see cref="MostPoints"/> points fits.</summary>
    public const int MostCharacters = 40_000;

    /// <summary>Most points of a linear() feel.</summary>
    public const int MostPoints = 1000;

    private static Feel? TryParse(string text)
    {
        if (text.Length > MostCharacters)
        {
            return null;
        }
        var css = text.Trim().ToLowerInvariant();
        switch (css)
        {
            case "linear":
                return Feel.Linear;
            case "ease":
                return new CubicBezierFeel(0.25, 0.1, 0.25, 1);
            case "ease-in":
                return new CubicBezierFeel(0.42, 0, 1, 1);
            case "ease-out":
                return new CubicBezierFeel(0, 0, 0.58, 1);
            case "ease-in-out":
                return new CubicBezierFeel(0.42, 0, 0.58, 1);
            case "step-start":
                return new StepsFeel(1, StepPosition.Start);
            case "step-end":
                return Feel.Hold;
        }
        var open = css.IndexOf('(', StringComparison.Ordinal);
        if (open < 0 || css[^1] != ')')
        {
            return null;
        }
        var parts = css[(open + 1)..^1].Split(',').Select(p => p.Trim()).ToArray();
        return css[..open] switch
        {
            "cubic-bezier" => Bezier(parts),
            "steps" => Steps(parts),
            "linear" => Pieces(parts),
            _ => null,
        };
    }

    private static CubicBezierFeel? Bezier(string[] parts)
    {
        var n = parts.Select(Number).ToArray();
        return n.Length == 4 && n.All(v => v is >= -100 and <= 100) && n[0] is >= 0 and <= 1 && n[2] is >= 0 and <= 1
            ? new(n[0]!.Value, n[1]!.Value, n[2]!.Value, n[3]!.Value)
            : null;
    }

    private static StepsFeel? Steps(string[] parts)
    {
        StepPosition? position =
            parts.Length == 1 ? StepPosition.End
            : parts.Length != 2 ? null
            : parts[1] switch
            {
                "start" or "jump-start" => StepPosition.Start,
                "end" or "jump-end" => StepPosition.End,
                "jump-none" => StepPosition.None,
                "jump-both" => StepPosition.Both,
                _ => null,
            };
        return
            position is { } p
            && int.TryParse(parts[0], NumberStyles.None, CultureInfo.InvariantCulture, out var count)
            && count >= (p == StepPosition.None ? 2 : 1)
            && count <= 100_000
            ? new(count, p)
            : null;
    }

    /// <summary>The canonicalising steps of section 2.2.1: missing inputs are spread evenly, and no input falls.</summary>
    private static LinearPointsFeel? Pieces(string[] parts)
    {
        var raw = new List<(double? Input, double Output)>();
        foreach (var words in parts.Select(p => p.Split(' ', StringSplitOptions.RemoveEmptyEntries)))
        {
            var inputs = words.Where(w => w.EndsWith('%')).Select(w => Number(w[..^1]) / 100).ToArray();
            var outputs = words.Where(w => !w.EndsWith('%')).Select(Number).ToArray();
            if (outputs is not [{ } output] || inputs.Length > 2 || inputs.Any(v => v is null))
            {
                return null;
            }
            raw.Add((inputs.Length > 0 ? inputs[0] : null, output));
            if (inputs.Length == 2)
            {
                raw.Add((inputs[1], output));
            }
        }
        if (raw.Count is < 2 or > MostPoints)
        {
            return null;
        }
        raw[0] = (raw[0].Input ?? 0, raw[0].Output);
        raw[^1] = (raw[^1].Input ?? 1, raw[^1].Output);
        var largest = double.NegativeInfinity;
        for (var i = 0; i < raw.Count; i++)
        {
            if (raw[i].Input is { } input)
            {
                largest = Math.Max(largest, input);
                raw[i] = (largest, raw[i].Output);
            }
        }
        var points = ImmutableArray.CreateBuilder<LinearPoint>(raw.Count);
        for (var i = 0; i < raw.Count; i++)
        {
            if (raw[i].Input is { } known)
            {
                points.Add(new(known, raw[i].Output));
                continue;
            }
            var next = raw.FindIndex(i, r => r.Input is not null);
            var (from, to) = (points[^1].Input, raw[next].Input!.Value);
            points.Add(new(from + (to - from) / (next - i + 1), raw[i].Output));
        }
        return new(points.ToImmutable());
    }

    private static double? Number(string text) =>
        double.TryParse(text, NumberStyles.Float & ~NumberStyles.AllowLeadingWhite, CultureInfo.InvariantCulture, out var v) && double.IsFinite(v) ? v : null;
}
