namespace Hang.Paint.Filters;

/// <summary>Whole places from one to before another.</summary>
internal readonly record struct Extent(int From, int To)
{
    public int Length => To - From;

    public bool IsEmpty => To <= From;

    public Extent Meet(Extent other) => new(Math.Max(From, other.From), Math.Min(To, other.To));

    public Extent Grown(int by) => new(From - by, To + by);

    /// <summary>Those of pixels so many times as large that meet these.</summary>
    /// <param name="halvings">How often the size is halved.</param>
    public Extent Shrunk(int halvings) => new(From >> halvings, -(-To >> halvings));

    /// <summary>What of a picture of half the size is needed to double it to these: each lies between two.</summary>
    public Extent Halved() => new((From - 1) >> 1, (To >> 1) + 1);
}
