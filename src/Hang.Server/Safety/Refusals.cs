namespace Hang.Server.Safety;

/// <summary>What every address may answer instead of what it is asked for.</summary>
internal static class Refusals
{
    /// <summary>Says how large the body of a request may be; else it is <see cref="BodyLimits.Usual"/>.</summary>
    public static TBuilder Takes<TBuilder>(this TBuilder builder, long bytes)
        where TBuilder : IEndpointConventionBuilder => builder.WithMetadata(new TakesUpTo(bytes));

    /// <summary>
    /// Holds a group's addresses to whole arguments, and says in the API's description: 400, no request of this kind; 404, what the address names is not
    /// there; 422, what was sent cannot be accepted.
    /// </summary>
    public static RouteGroupBuilder Refuses(this RouteGroupBuilder group) =>
        group
            .AddEndpointFilter(WholeArguments.Demand)
            .ProducesProblem(StatusCodes.Status400BadRequest)
            .ProducesProblem(StatusCodes.Status404NotFound)
            .ProducesProblem(StatusCodes.Status422UnprocessableEntity);
}
