using System.Collections.Immutable;
using Hang.Scene;

namespace Hang.Server.Rack;

/// <summary>Words by which a graphic is found again.</summary>
public sealed record Tags(ImmutableArray<string> All)
{
    private const int Most = 12,
        MostCharacters = 30;

    /// <summary>The tags without what is empty or there twice.</summary>
    /// <exception cref="ProblemException">One is too long, or there are too many.</exception>
    public ImmutableArray<string> Plain()
    {
        ImmutableArray<string> plain = [.. All.Select(t => t.Trim()).Where(t => t.Length > 0).Distinct(StringComparer.OrdinalIgnoreCase)];
        return plain.Length <= Most && plain.All(t => t.Length <= MostCharacters && !t.Any(char.IsControl))
            ? plain
            : throw new ProblemException(
                $"These are too many tags, or one is too long.",
                $"Use at most {Most}, of {MostCharacters} characters or fewer.",
                field: "tags"
            );
    }
}
