namespace Hang.Scene;

/// <summary>
/// What is wrong and what to do about it, in words for the person at the screen.
/// </summary>
/// <param name="Message">One sentence that names the thing that is wrong.</param>
/// <param name="Remedy">One sentence that says what would be right.</param>
/// <param name="Layer">Name of the layer concerned, when there is one.</param>
/// <param name="Field">The value concerned: a channel or property name, or a JSON pointer (RFC 6901) in a document.</param>
public sealed record Problem(string Message, string Remedy, string? Layer = null, string? Field = null)
{
    /// <summary>Longest place that is named; longer ones come only from hostile input.</summary>
    private const int MostPlace = 200;

    public string? Layer { get; init; } = Layer is null ? null : Quoted.Short(Layer);

    public string? Field { get; init; } = Field is { Length: > MostPlace } ? Quoted.Short(Field) : Field;

    /// <summary>The problem on one plain line, as the shell prints it.</summary>
    public override string ToString()
    {
        var place = (Layer, Field) switch
        {
            (null, null) => "",
            // The problem of a field names it.
            (null, var f) when Message.StartsWith($"{f}: ", StringComparison.Ordinal) => "",
            (null, var f) => $"{f}: ",
            (var l, null) => $"layer \"{l}\": ",
            var (l, f) => $"layer \"{l}\", {f}: ",
        };
        return $"{place}{Message} {Remedy}".Trim();
    }
}

/// <summary>Thrown when a document, an edit or a job cannot be accepted. Nothing has been changed when it is thrown.</summary>
public class ProblemException(Problem problem) : Exception(problem.ToString())
{
    public ProblemException(string message, string remedy, string? layer = null, string? field = null)
        : this(new Problem(message, remedy, layer, field)) { }

    /// <summary>The problem in parts.</summary>
    public Problem Problem { get; } = problem;
}
