namespace Hang.Scene.PaintList;

/// <summary>Where numbers of one name lie among those of an operation.</summary>
/// <param name="At">From the operation's own start.</param>
/// <param name="Count">How many; of repeated ones, 1.</param>
public readonly record struct Slot(int At, int Count)
{
    public static implicit operator int(Slot slot) => slot.At;

    /// <summary>The numbers themselves.</summary>
    /// <param name="v">From the operation's own start.</param>
    public ReadOnlySpan<float> Of(ReadOnlySpan<float> v) => v.Slice(At, Count);
}
