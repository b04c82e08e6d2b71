using System.Collections.Concurrent;
using System.Text.Json;
using Hang.Core.Documents;
using Hang.Core.Evaluation;
using Hang.Core.Handoff;
using Hang.Media.Proofs;
using Hang.Paint.Pictures;
using Hang.Paint.Shaping;
using Hang.Scene;
using Hang.Scene.Json;
using Hang.Store.Files;
using Hang.Store.Handoffs;

namespace Hang.Server.Handoffs;

/// <summary>A delivered file's own frames, decoded the first time that somebody looks at them, and what they should be.</summary>
public sealed class LookAtFile(HandoffStore store, IFileStore files, PictureShelf pictures)
{
    private readonly ConcurrentDictionary<Guid, SemaphoreSlim> one = new();

    /// <exception cref="MissingException">There is no such file.</exception>
    public async Task<FileFrames> FramesAsync(Guid id, CancellationToken cancel)
    {
        var (row, folder) = await DemandAsync(id, cancel);
        // Two who look at once are served by one decoder.
        var turn = one.GetOrAdd(id, _ => new(1, 1));
        await turn.WaitAsync(cancel);
        try
        {
            if (await FileFrames.FindAsync(folder, cancel) is { } made)
            {
                return made;
            }
            var (evaluator, plan) = await MeantAsync(row, cancel);
            var key = HandoffJob.Key(id, row.Run, row.FileName);
            if (!await files.FetchAsync(key, cancel))
            {
                throw new MissingException($"The file is not there any more.", $"Hand it off again.");
            }
            return await FileFrames.MakeAsync(evaluator, plan, files.PathOf(key), folder, cancel);
        }
        finally
        {
            turn.Release();
        }
    }

    /// <summary>A still as it was decoded, as PNG.</summary>
    /// <exception cref="MissingException">There is no such still.</exception>
    public async Task<byte[]> FoundAsync(Guid id, int still, CancellationToken cancel)
    {
        var (_, folder) = await DemandAsync(id, cancel);
        var path = Path.Combine(folder, $"{still}.png");
        return File.Exists(path)
            ? await File.ReadAllBytesAsync(path, cancel)
            : throw new MissingException($"There is no such frame of the file.", $"Ask for its frames first.");
    }

    /// <summary>What a still should be, as PNG.</summary>
    public async Task<byte[]> MeantAsync(Guid id, int still, CancellationToken cancel)
    {
        var (row, folder) = await DemandAsync(id, cancel);
        var frames = await FileFrames.FindAsync(folder, cancel) ?? throw new MissingException($"The file's frames are not there.", $"Ask for them first.");
        var (evaluator, plan) = await MeantAsync(row, cancel);
        return frames.Meant(evaluator, plan, pictures, still);
    }

    private async Task<(HandoffRow Row, string Folder)> DemandAsync(Guid id, CancellationToken cancel) =>
        await store.FindAsync(id, cancel) is { State: HandoffState.Done } row
            ? (row, files.PathOf(HandoffJob.Key(id, row.Run, "frames")))
            : throw new MissingException($"There is no such file.", $"Hand it off first.");

    private async Task<(Evaluator Evaluator, HandoffPlan Plan)> MeantAsync(HandoffRow row, CancellationToken cancel) =>
        (
            new(GraphicJson.Read(await store.DocumentAsync(row.Id, cancel)), TypeShaper.Shipped),
            JsonSerializer.Deserialize<HandoffPlan>(row.Plan, ReportJson.Options)!
        );
}
