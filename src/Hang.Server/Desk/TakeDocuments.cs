using System.Collections.Immutable;
using Hang.Core.Documents;
using Hang.Core.Evaluation;
using Hang.Core.Fields;
using Hang.Paint.Shaping;
using Hang.Scene;
using Hang.Scene.Sources;
using Hang.Server.Safety;
using Hang.Store.Revisions;
using Hang.Store.Sources;

namespace Hang.Server.Desk;

/// <summary>Graphics with their fields filled, none of which is kept.</summary>
public sealed class TakeDocuments(RevisionStore revisions, SourceStore sources)
{
    /// <summary>The graphic as it is.</summary>
    public async Task<Graphic> GraphicAsync(Guid id, CancellationToken cancel) => GraphicJson.Read((await revisions.DemandHeadAsync(id, cancel)).Document);

    /// <summary>The graphic as a take has it, ready to be painted.</summary>
    /// <exception cref="ProblemException">The take is not accepted.</exception>
    public async Task<Evaluator> OfAsync(Guid id, Take take, CancellationToken cancel)
    {
        await DemandPicturesAsync(take, cancel);
        return new(take.Of(await GraphicAsync(id, cancel), TypeShaper.Shipped), TypeShaper.Shipped);
    }

    /// <exception cref="ProblemException">A picture of the take was never taken in.</exception>
    public async Task DemandPicturesAsync(Take take, CancellationToken cancel)
    {
        foreach (var (hash, asset) in take.Pictures ?? ImmutableSortedDictionary<string, Asset>.Empty)
        {
            if (await sources.FindAsync(PictureSources.Kind, hash, cancel) is null)
            {
                throw new ProblemException($"The picture {Scene.Quoted.Short(asset.Name)} is not here.", $"Add it first.", field: "pictures");
            }
        }
    }
}
