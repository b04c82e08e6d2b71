namespace Hang.Scene;

/// <summary>A word of ours within a sentence, such as "Opacity": it is put into another language by itself.</summary>
/// <param name="English">The word as the source has it, which is its key in every catalogue.</param>
public sealed record Term(string English)
{
    /// <summary>The word as an English sentence has it.</summary>
    public string Shown { get; init; } = English;

    /// <summary>The word in small letters, in English.</summary>
    public Term Small => this with { Shown = English.ToLowerInvariant() };

    public override string ToString() => Shown;
}
