using System.Text;
using System.Text.Json;
using Hang.Scene;
using Hang.Scene.Json;
using Microsoft.AspNetCore.Diagnostics;
using Microsoft.AspNetCore.Mvc;

namespace Hang.Server.Safety;

/// <summary>
/// Answers a refused request with what is wrong and the remedy (RFC 9457), and an unforeseen failure without its insides. 404: what the address names is
/// not there; 422: what was sent cannot be accepted; 400: it is no request of this kind; 507: there is no room for it.
/// </summary>
public sealed class ProblemAnswers(ILogger<ProblemAnswers> log) : IExceptionHandler
{
    public async ValueTask<bool> TryHandleAsync(HttpContext httpContext, Exception exception, CancellationToken cancellationToken)
    {
        var (status, problem) = exception switch
        {
            MissingException m => (StatusCodes.Status404NotFound, m.Problem),
            ProblemException p => (StatusCodes.Status422UnprocessableEntity, p.Problem),
            TooLargeException t => (StatusCodes.Status413PayloadTooLarge, t.Problem),
            BadHttpRequestException { InnerException: TooLargeException t } => (StatusCodes.Status413PayloadTooLarge, t.Problem),
            BadHttpRequestException { InnerException: JsonException j } => (
                StatusCodes.Status400BadRequest,
                new Problem($"There is something else in the request than belongs there.", $"Send it as the API describes.", Field: Pointer(j.Path))
            ),
            BadHttpRequestException b => (b.StatusCode, new Problem($"{Quoted.Short(b.Message)}", $"Send it as the API describes.")),
            IOException or UnauthorizedAccessException => (StatusCodes.Status507InsufficientStorage, DiskProblems.Of(exception)!),
            // Text that the database cannot hold, or a value out of its range (SQLSTATE class 22).
            Npgsql.PostgresException { SqlState: ['2', '2', ..] } or EncoderFallbackException => (
                StatusCodes.Status400BadRequest,
                new Problem($"There is something in the request that cannot be kept.", $"Take NUL characters and halves of characters out.")
            ),
            Npgsql.NpgsqlException => (StatusCodes.Status503ServiceUnavailable, new Problem($"The database does not answer.", $"Try again in a moment.")),
            _ => (StatusCodes.Status500InternalServerError, new Problem($"Hang could not do this.", $"Try again; if it stays so, look at the server's log.")),
        };
        if (status >= StatusCodes.Status500InternalServerError)
        {
            log.LogError(exception, "A request failed");
        }
        await WriteAsync(httpContext, status, problem, cancellationToken);
        return true;
    }

    /// <summary>Says what an answer without words means: an unknown address, a wrong method, a wrong kind of body.</summary>
    public static Task WriteAsync(HttpContext context)
    {
        (Sentence Message, Sentence Remedy) said = context.Response.StatusCode switch
        {
            StatusCodes.Status404NotFound => ($"There is nothing at this address.", $"Look it up in /openapi/v1.json; what was there may have been deleted."),
            StatusCodes.Status405MethodNotAllowed => (
                $"This address does not take that method.",
                $"Use {string.Join(" or ", context.Response.Headers.Allow.ToArray())}."
            ),
            StatusCodes.Status413PayloadTooLarge => ($"The body of this request is larger than this address takes.", $"Send less."),
            StatusCodes.Status415UnsupportedMediaType => ($"The body is of a kind that this address does not take.", $"Send it as the API describes."),
            _ => ($"The request cannot be answered.", $"Send it as the API describes."),
        };
        return WriteAsync(context, context.Response.StatusCode, new(said.Message, said.Remedy), context.RequestAborted);
    }

    public static Task WriteAsync(HttpContext context, int status, Problem problem, CancellationToken cancel)
    {
        context.Response.StatusCode = status;
        return context.Response.WriteAsJsonAsync(Details(status, problem), options: null, "application/problem+json", cancel);
    }

    /// <summary>A problem as answers have it (RFC 9457), with form and holes of its sentences beside them.</summary>
    public static ProblemDetails Details(int status, Problem problem) =>
        new()
        {
            Status = status,
            Title = problem.Message.ToString(),
            Detail = problem.Remedy.ToString(),
            Extensions =
            {
                ["layer"] = problem.Layer,
                ["field"] = problem.Field,
                [SaidBeside.Member] = SaidBeside.Of(("title", problem.Message), ("detail", problem.Remedy)),
            },
        };

    /// <summary>"$.a.b[0]" as the JSON pointer /a/b/0.</summary>
    private static string? Pointer(string? path) =>
        path is null
            ? null
            : Quoted.Short(
                path.Replace("$", "", StringComparison.Ordinal)
                    .Replace('.', '/')
                    .Replace("[", "/", StringComparison.Ordinal)
                    .Replace("]", "", StringComparison.Ordinal)
            );
}
