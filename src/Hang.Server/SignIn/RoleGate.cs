using System.Security.Claims;
using Hang.Server.Safety;
using Hang.Store.Accounts;
using Microsoft.AspNetCore.Http.Features;

namespace Hang.Server.SignIn;

/// <summary>Answers nobody who has not signed in, and lets each do what their role may. The pages themselves hold nothing and are open.</summary>
internal sealed class RoleGate(RequestDelegate next)
{
    private static readonly PathString[] Closed = ["/api", "/live", "/openapi"];

    public async Task InvokeAsync(HttpContext context)
    {
        var (request, endpoint) = (context.Request, context.GetEndpoint());
        var scope = ScopeOf(context.User);
        if (endpoint?.Metadata.GetMetadata<NoKeys>() is not null && ProgramKeys.Brought(request))
        {
            await RefuseAsync(
                context,
                StatusCodes.Status403Forbidden,
                new($"A program's key reaches no sessions, keys and accounts.", $"Sign in by name and password for that.")
            );
            return;
        }
        if (!Array.Exists(Closed, p => request.Path.StartsWithSegments(p)) || endpoint?.Metadata.GetMetadata<OpenToAll>() is not null)
        {
            await next(context);
            return;
        }
        if (RoleOf(context.User) is not { } role)
        {
            await RefuseAsync(context, StatusCodes.Status401Unauthorized, new($"Nobody is signed in here.", $"Sign in and try again."));
            return;
        }
        var looks = HttpMethods.IsGet(request.Method) || HttpMethods.IsHead(request.Method) || request.Path.StartsWithSegments("/live");
        var needs = endpoint?.Metadata.GetMetadata<NeedsAttribute>() ?? new(looks ? Role.Viewer : Role.Designer);
        if (role < needs.Role)
        {
            await RefuseAsync(context, StatusCodes.Status403Forbidden, Needs.Refusal(role, needs.Role));
            return;
        }
        if (scope < needs.Scope)
        {
            await RefuseAsync(context, StatusCodes.Status403Forbidden, Needs.Refusal(scope.Value));
            return;
        }
        await next(context);
    }

    /// <summary>What a program's key is for; null for a browser.</summary>
    public static Scope? ScopeOf(ClaimsPrincipal? user) => ScopeText.Parse(user?.FindFirstValue(SessionTickets.ScopeClaim));

    /// <summary>Refuses without reading what else was sent.</summary>
    private static Task RefuseAsync(HttpContext context, int status, Scene.Problem problem)
    {
        if (context.Features.Get<IHttpMaxRequestBodySizeFeature>() is { IsReadOnly: false } body)
        {
            body.MaxRequestBodySize = 0;
        }
        return ProblemAnswers.WriteAsync(context, status, problem, context.RequestAborted);
    }

    /// <summary>The role of whoever is signed in; null for nobody.</summary>
    public static Role? RoleOf(ClaimsPrincipal? user) => user?.FindFirstValue(ClaimTypes.Role) is { } text ? RoleText.Parse(text) : null;
}
