namespace Hang.Scene;

/// <summary>A word of ours within a sentence, such as "Opacity": it is put into another language by itself.</summary>
/// <param name="English">The word as the source has it, which is its key in every catalogue.</param>
public sealed record Term(string English)
{
    public override string ToString() => English;
}
