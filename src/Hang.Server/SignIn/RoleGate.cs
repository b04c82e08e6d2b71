using System.Security.Claims;
using Hang.Server.Safety;
using Hang.Store.Accounts;

namespace Hang.Server.SignIn;

/// <summary>Answers nobody who has not signed in, and lets each do what their role may. The pages themselves hold nothing and are open.</summary>
internal sealed class RoleGate(RequestDelegate next)
{
    private static readonly PathString[] Closed = ["/api", "/live", "/openapi"];

    public async Task InvokeAsync(HttpContext context)
    {
        var (request, endpoint) = (context.Request, context.GetEndpoint());
        if (!Array.Exists(Closed, p => request.Path.StartsWithSegments(p)) || endpoint?.Metadata.GetMetadata<OpenToAll>() is not null)
        {
            await next(context);
            return;
        }
        if (RoleOf(context.User) is not { } role)
        {
            await ProblemAnswers.WriteAsync(context, StatusCodes.Status401Unauthorized, new("Nobody is signed in here.", "Sign in and try again."), context.RequestAborted);
            return;
        }
        var looks = HttpMethods.IsGet(request.Method) || HttpMethods.IsHead(request.Method) || request.Path.StartsWithSegments("/live");
        var needed = endpoint?.Metadata.GetMetadata<NeedsAttribute>()?.Role ?? (looks ? Role.Viewer : Role.Designer);
        if (role < needed)
        {
            await ProblemAnswers.WriteAsync(context, StatusCodes.Status403Forbidden, Needs.Refusal(role, needed), context.RequestAborted);
            return;
        }
        await next(context);
    }

    /// <summary>The role of whoever is signed in; null for nobody.</summary>
    public static Role? RoleOf(ClaimsPrincipal? user) => user?.FindFirstValue(ClaimTypes.Role) is { } text ? RoleText.Parse(text) : null;
}
