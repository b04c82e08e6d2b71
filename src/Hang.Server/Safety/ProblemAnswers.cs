using System.Text.Json;
using Hang.Core;
using Microsoft.AspNetCore.Diagnostics;
using Microsoft.AspNetCore.Mvc;

namespace Hang.Server.Safety;

/// <summary>Answers a refused request with what is wrong and the remedy (RFC 9457), and an unforeseen failure without its insides.</summary>
public sealed class ProblemAnswers(ILogger<ProblemAnswers> log) : IExceptionHandler
{
    public async ValueTask<bool> TryHandleAsync(HttpContext context, Exception exception, CancellationToken cancellationToken)
    {
        var (status, problem) = exception switch
        {
            ProblemException p => (StatusCodes.Status422UnprocessableEntity, p.Problem),
            BadHttpRequestException { InnerException: JsonException j } => (StatusCodes.Status400BadRequest, new Problem($"The request is broken: {j.Message}", "Send it as the API describes.")),
            BadHttpRequestException b => (b.StatusCode, new Problem(b.Message, "Send it as the API describes.")),
            _ => (StatusCodes.Status500InternalServerError, new Problem("Hang could not do this.", "Try again; if it stays so, look at the server's log.")),
        };
        if (status == StatusCodes.Status500InternalServerError)
        {
            log.LogError(exception, "A request failed");
        }
        context.Response.StatusCode = status;
        await context.Response.WriteAsJsonAsync(new ProblemDetails { Status = status, Title = problem.Message, Detail = problem.Remedy, Extensions = { ["layer"] = problem.Layer, ["field"] = problem.Field } }, cancellationToken);
        return true;
    }
}
