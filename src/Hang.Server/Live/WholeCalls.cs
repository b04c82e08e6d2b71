using Hang.Scene;
using Hang.Server.Safety;
using Microsoft.AspNetCore.SignalR;

namespace Hang.Server.Live;

/// <summary>Looks through what a call on the live line brings, as <see cref="WholeArguments"/> does for requests, and answers every failure in words.</summary>
internal sealed class WholeCalls(ILogger<WholeCalls> log) : IHubFilter
{
    private static readonly Problem Failed = new($"Hang could not do this.", $"Try again; if it stays so, look at the server's log.");

    public async ValueTask<object?> InvokeMethodAsync(HubInvocationContext invocationContext, Func<HubInvocationContext, ValueTask<object?>> next)
    {
        var parameters = invocationContext.HubMethod.GetParameters();
        foreach (var (argument, parameter) in invocationContext.HubMethodArguments.Zip(parameters))
        {
            if (
                (
                    argument is null
                        ? new($"Something is missing in the call.", $"Send it as the live line describes.", Field: parameter.Name)
                        : WholeArguments.Of(argument, parameter.Name!)
                ) is
                { } problem
            )
            {
                return Answer(invocationContext, problem);
            }
        }
        try
        {
            return await next(invocationContext);
        }
        catch (ProblemException e)
        {
            return Answer(invocationContext, e.Problem);
        }
        catch (Exception e) when (e is not HubException)
        {
            log.LogError(e, "A call on the live line failed");
            return Answer(invocationContext, Failed);
        }
    }

    private static Refusal Answer(HubInvocationContext call, Problem problem) =>
        call.HubMethod.ReturnType == typeof(Task<Refusal?>) ? Refusal.Of(problem) : throw new HubException(problem.ToString());
}
