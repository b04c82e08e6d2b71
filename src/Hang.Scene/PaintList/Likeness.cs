using System.Globalization;
using System.IO.Hashing;
using System.Text;

namespace Hang.Scene.PaintList;

/// <summary>
/// Names operations by all that stands still in them: what they are, what they take by content, their words, and where their numbers lie. Two stretches of
/// one likeness paint the same with the same numbers, whatever strip, take or graphic they are from.
/// </summary>
public static class Likeness
{
    /// <param name="from">Where the numbers of the stretch begin in its row.</param>
    public static UInt128 Of(ReadOnlySpan<Op> ops, int from = 0)
    {
        var text = new StringBuilder();
        foreach (var op in ops)
        {
            Write(text, op, from);
        }
        return XxHash128.HashToUInt128(Encoding.UTF8.GetBytes(text.ToString()));
    }

    // What operations take is named by its content already.
    private static void Write(StringBuilder text, Op op, int from)
    {
        text.Append(CultureInfo.InvariantCulture, $"{op.Kind.Name} {op.At - from} {op.Each} {string.Join(' ', op.Takes)} | {string.Join(' ', op.Words)} (");
        foreach (var step in op.Steps)
        {
            Write(text, step, from);
        }
        text.Append(")\n");
    }
}
