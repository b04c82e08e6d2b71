using Hang.Scene;
using Hang.Store.Revisions;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Hang.Server.Safety;

/// <summary>What a request names must be there; if it is not, the answer says so.</summary>
internal static class Demands
{
    /// <exception cref="ProblemException">There is no such graphic.</exception>
    public static async Task<RevisionRow> DemandHeadAsync(this RevisionStore revisions, Guid graphic, CancellationToken cancel = default) =>
        await revisions.HeadAsync(graphic, cancel) ?? throw new MissingException($"There is no such graphic.", $"Go back to the rack and choose another.");

    public static Results<NoContent, NotFound> Found(bool found) => found ? TypedResults.NoContent() : TypedResults.NotFound();
}
