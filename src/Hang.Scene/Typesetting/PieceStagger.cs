using Hang.Scene.Numbers;

namespace Hang.Scene.Typesetting;

/// <summary>What moves as one when type moves in pieces.</summary>
public enum PieceKind
{
    /// <summary>A letter as a reader sees it: a grapheme cluster (UAX #29). A ligature moves as one.</summary>
    Letter,

    /// <summary>A word (UAX #29) with the punctuation that follows it.</summary>
    Word,

    /// <summary>A line, ended by a mandatory break (UAX #14).</summary>
    Line,
}

/// <summary>Which piece moves first.</summary>
public enum PieceOrder
{
    /// <summary>As one reads.</summary>
    InOrder,

    Reversed,

    /// <summary>From the middle outwards.</summary>
    FromMiddle,

    /// <summary>By a seed.</summary>
    Shuffled,
}

/// <summary>Pieces of type each run the layer's motion some frames after the one before.</summary>
/// <param name="Every">Frames from one piece to the next, 0..1000.</param>
/// <param name="Seed">For <see cref="PieceOrder.Shuffled"/>: which of many orders.</param>
public sealed record PieceStagger(PieceKind By, int Every, PieceOrder Order = PieceOrder.InOrder, int Seed = 1)
{
    private const int Most = 1000;

    /// <exception cref="ProblemException">The frames lie outside their range.</exception>
    public void Demand(string layer, string at)
    {
        if (Every is < 0 or > Most)
        {
            throw new ProblemException($"A stagger of {Every} frames is not possible.", $"Use 0 to {Most}.", layer, $"{at}/every");
        }
    }

    /// <summary>The place of each piece in the order of moving, from 0; pieces may share one.</summary>
    public int[] Ranks(int pieces)
    {
        var ranks = Enumerable.Range(0, pieces).ToArray();
        switch (Order)
        {
            case PieceOrder.Reversed:
                Array.Reverse(ranks);
                break;
            case PieceOrder.FromMiddle:
                // Of an even number the two in the middle go first, together.
                return [.. ranks.Select(i => Math.Abs(2 * i - (pieces - 1)) / 2)];
            case PieceOrder.Shuffled:
                for (var i = pieces - 1; i > 0; i--)
                {
                    var j = (int)(Tremor.Mix(((ulong)(uint)Seed << 32) | (uint)i) % (ulong)(i + 1));
                    (ranks[i], ranks[j]) = (ranks[j], ranks[i]);
                }
                break;
        }
        return ranks;
    }
}
