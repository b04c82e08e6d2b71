namespace Hang.Paint.Shaping;

/// <summary>
/// Explicit embeddings and isolates within the depth that UAX #9 allows (BD2: 125). Deeper ones have no effect by its rules X5 to X8; FriBidi runs over
/// its own memory on them, so they are taken out before it sees them.
/// </summary>
internal static class Embeddings
{
    /// <summary>The deepest level that is asked for: two less than the limit, for what a first strong isolate may turn out to be.</summary>
    public const int MostDepth = 123;

    /// <summary>A character that has no effect on direction (its class is BN).</summary>
    private const int NoEffect = 0x200B;

    private const int Lre = 0x202A,
        Rle = 0x202B,
        Pdf = 0x202C,
        Rlo = 0x202E,
        Lri = 0x2066,
        Rli = 0x2067,
        Fsi = 0x2068,
        Pdi = 0x2069;

    /// <summary>The same text, each code point that would go deeper replaced, and what closes it.</summary>
    public static int[] Within(int[] codepoints)
    {
        if (!codepoints.Any(c => c is (>= Lre and <= Rlo) or (>= Lri and <= Fsi)))
        {
            return codepoints;
        }
        var tame = (int[])codepoints.Clone();
        // The directional status stack of rule X1, and its overflow counts.
        var stack = new Stack<(int Level, bool Isolate)>([(0, false)]);
        int overIsolates = 0,
            overEmbeddings = 0,
            isolates = 0;
        for (var i = 0; i < tame.Length; i++)
        {
            var c = codepoints[i];
            if (c is Lre or Rle or 0x202D or Rlo or Lri or Rli or Fsi)
            {
                var (level, isolate) = (stack.Peek().Level, c >= Lri);
                var next = c is Rle or Rlo or Rli ? (level + 1) | 1 : (level + 2) & ~1;
                if (next <= MostDepth && overIsolates == 0 && overEmbeddings == 0)
                {
                    stack.Push((next, isolate));
                    isolates += isolate ? 1 : 0;
                    continue;
                }
                tame[i] = NoEffect;
                overIsolates += isolate ? 1 : 0;
                overEmbeddings += !isolate && overIsolates == 0 ? 1 : 0;
            }
            else if (c == Pdi)
            {
                if (overIsolates > 0)
                {
                    overIsolates--;
                    tame[i] = NoEffect;
                }
                else if (isolates > 0)
                {
                    overEmbeddings = 0;
                    while (!stack.Pop().Isolate)
                    {
                        // Embeddings within the isolate end with it.
                    }
                    isolates--;
                }
            }
            else if (c == Pdf)
            {
                if (overIsolates > 0 || overEmbeddings > 0)
                {
                    overEmbeddings -= overIsolates == 0 ? 1 : 0;
                    tame[i] = NoEffect;
                }
                else if (stack.Count > 1 && !stack.Peek().Isolate)
                {
                    stack.Pop();
                }
            }
        }
        return tame;
    }
}
