namespace Hang.Scene;

/// <summary>
/// What is wrong and what to do about it, in words for the person at the screen.
/// </summary>
/// <param name="Message">One sentence that names the thing that is wrong.</param>
/// <param name="Remedy">One sentence that says what would be right.</param>
/// <param name="Layer">Name of the layer concerned, when there is one.</param>
/// <param name="Field">The value concerned: a channel or property name, or a JSON pointer (RFC 6901) in a document.</param>
public sealed record Problem(Sentence Message, Sentence Remedy, string? Layer = null, string? Field = null)
{
    /// <summary>Longest place that is named; longer ones come only from hostile input.</summary>
    private const int MostPlace = 200;

    public string? Layer { get; init; } = Layer is null ? null : Quoted.Short(Layer);

    public string? Field { get; init; } = Field is { Length: > MostPlace } ? Quoted.Short(Field) : Field;

    /// <summary>The problem as one sentence, for where there is room for one.</summary>
    public Sentence AsOne() =>
        (Layer, Field) switch
        {
            (null, null) => $"{Message} {Remedy}",
            // The problem of a field names it.
            (null, var f) when Message.ToString().StartsWith($"{f}: ", StringComparison.Ordinal) => $"{Message} {Remedy}",
            (null, var f) => $"{f}: {Message} {Remedy}",
            (var l, null) => $"layer \"{l}\": {Message} {Remedy}",
            var (l, f) => $"layer \"{l}\", {f}: {Message} {Remedy}",
        };

    /// <summary>The problem on one plain line, as the shell prints it.</summary>
    public override string ToString() => AsOne().ToString().Trim();
}

/// <summary>Thrown when a document, an edit or a job cannot be accepted. Nothing has been changed when it is thrown.</summary>
public class ProblemException(Problem problem) : Exception(problem.ToString())
{
    public ProblemException(Sentence message, Sentence remedy, string? layer = null, string? field = null)
        : this(new Problem(message, remedy, layer, field)) { }

    /// <summary>The problem in parts.</summary>
    public Problem Problem { get; } = problem;
}
