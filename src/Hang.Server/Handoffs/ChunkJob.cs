using System.Collections.Immutable;
using System.Text.Json;
using Hang.Core.Documents;
using Hang.Core.Evaluation;
using Hang.Core.Handoff;
using Hang.Media.Frames;
using Hang.Media.Proofs;
using Hang.Media.Rendering;
using Hang.Media.Sounds;
using Hang.Paint.Pictures;
using Hang.Paint.Shaping;
using Hang.Scene;
using Hang.Scene.Json;
using Hang.Server.Safety;
using Hang.Store.Files;
using Hang.Store.Handoffs;

namespace Hang.Server.Handoffs;

/// <summary>
/// Renders parts of handoffs, and compares each with what is painted: the worker that took a handoff cuts it, all that have nothing else to do help, and the
/// first one joins the parts.
/// </summary>
public sealed class ChunkJob(
    ChunkStore chunks,
    HandoffStore store,
    IFileStore files,
    PictureShelf pictures,
    SoundShelf sounds,
    Reuse reuse,
    AtWork atWork,
    ILogger<ChunkJob> log
)
{
    /// <summary>A part that was begun so often without an end is given up.</summary>
    private const int MostTaken = 4;

    private static readonly TimeSpan Pause = TimeSpan.FromMilliseconds(200);

    /// <summary>Renders a handoff in parts of these lengths.</summary>
    /// <param name="progress">Told how many frames are done in all parts.</param>
    /// <param name="quiet">How long a worker must not have been heard of to count as dead.</param>
    /// <returns>What came of comparing each part; null where a worker of another version has told nothing of one.</returns>
    /// <exception cref="ProblemException">A part cannot be made.</exception>
    public async Task<IReadOnlyList<PartProof>?> RenderAsync(
        HandoffRun run,
        Evaluator evaluator,
        HandoffPlan plan,
        NameCard? card,
        string path,
        ImmutableArray<int> lengths,
        IProgress<int> progress,
        TimeSpan quiet,
        CancellationToken cancel
    )
    {
        await Patient(
            async () =>
            {
                await chunks.CutAsync(run.Handoff, run.Number, lengths, cancel);
                return true;
            },
            cancel
        );
        var stem = Path.GetFileNameWithoutExtension(path);
        while (true)
        {
            var now = await Patient(() => chunks.ProgressOfAsync(run.Handoff, run.Number, cancel), cancel);
            progress.Report(now.FramesDone);
            if (now.Problem is { } problem)
            {
                throw new ProblemException(problem, $"Run it again.", field: "file");
            }
            if (now.Open == 0)
            {
                break;
            }
            if (await Patient(() => chunks.TakeAsync(run.Handoff, quiet, cancel), cancel) is { } chunk)
            {
                await OneAsync(chunk, evaluator, plan, Path.GetFileName(path), new Sum(now.FramesDone, progress), cancel);
                continue;
            }
            await Task.Delay(Pause, cancel);
        }
        var half = path + ".part";
        var keys = lengths.Select((_, i) => KeyOf(run.Handoff, run.Number, i, plan)).ToArray();
        foreach (var key in keys)
        {
            if (!await files.FetchAsync(key, cancel))
            {
                throw new ProblemException(
                    $"A part that another worker rendered is not there.",
                    $"See that all workers use the same folder or file store, and run it again.",
                    field: "file"
                );
            }
        }
        var delivery = Delivery.Of(evaluator.Graphic, plan, card ?? NameCard.Of(evaluator.Graphic, plan, evaluator.Graphic.Name), path, stem) with
        {
            Path = half,
        };
        var wave = half + ".wav";
        try
        {
            delivery = delivery with { Sound = await SoundTrack.MakeAsync(evaluator.Graphic, delivery, sounds, wave, cancel) };
            await Chunks.JoinAsync(delivery, [.. keys.Select(files.PathOf)], cancel);
        }
        finally
        {
            File.Delete(wave);
        }
        File.Move(half, path);
        var proofs = new List<PartProof>();
        foreach (var key in keys)
        {
            if (await ProofOfAsync(key, cancel) is { } proof)
            {
                proofs.Add(proof);
            }
            await files.DeleteAsync(key, cancel);
            await files.DeleteAsync(ProofKey(key), cancel);
        }
        // What workers left that were killed at a part.
        foreach (var left in Directory.GetFiles(Path.GetDirectoryName(path)!, "part-*"))
        {
            File.Delete(left);
        }
        return proofs.Count == keys.Length ? proofs : null;
    }

    /// <summary>Helps with a part of whatever is under way. Returns false when there is none.</summary>
    public async Task<bool> HelpAsync(TimeSpan quiet, CancellationToken stopping)
    {
        // Taken or not taken: a stop in between would leave it taken by nobody until it has been quiet for long.
        if (await chunks.TakeAsync(null, quiet, CancellationToken.None) is not { } chunk)
        {
            return false;
        }
        try
        {
            if (await store.FindAsync(chunk.Handoff, stopping) is { } row)
            {
                var graphic = GraphicJson.Read(await store.DocumentAsync(chunk.Handoff, stopping));
                var plan = JsonSerializer.Deserialize<HandoffPlan>(row.Plan, ReportJson.Options)!.Demand(graphic);
                await OneAsync(chunk, new(graphic, TypeShaper.Shipped), plan, row.FileName, null, stopping);
            }
        }
        catch (OperationCanceledException) when (stopping.IsCancellationRequested)
        {
            await chunks.EndAsync(chunk, "waiting");
            throw;
        }
        return true;
    }

    private async Task OneAsync(ChunkRun chunk, Evaluator evaluator, HandoffPlan plan, string name, IProgress<int>? also, CancellationToken stopping)
    {
        using var cancel = CancellationTokenSource.CreateLinkedTokenSource(stopping);
        // Whoever has it taken from them must not write over the other's.
        var key = KeyOf(chunk.Handoff, chunk.Run, chunk.Number, plan);
        var mine = $"{files.PathOf(key)}.{chunk.Taken}.{Chunks.Extension(plan.Kind)}";
        PartProof proof;
        try
        {
            await using (
                var notes = new ProgressNotes(
                    frames => chunks.ProgressAsync(chunk, frames, CancellationToken.None),
                    $"part {chunk.Number} of {chunk.Handoff}",
                    cancel,
                    log
                )
            )
            {
                var both = new Both(notes, also);
                WorkView Doing(HandoffState step) => new(chunk.Handoff, name, step, chunk.Number + 1, 0, chunk.Frames);
                using (var work = atWork.Begin(Doing(HandoffState.Rendering), true))
                {
                    await Renderer.RenderAsync(
                        evaluator,
                        Chunks.Part(plan, chunk.First, chunk.Frames),
                        pictures,
                        mine,
                        Path.GetFileNameWithoutExtension(name),
                        progress: new Both(work, new Half(0, both)),
                        reuse: reuse,
                        asPart: true,
                        cancel: cancel.Token
                    );
                }
                using (var work = atWork.Begin(Doing(HandoffState.Proving), false))
                {
                    proof = await Prover.ProvePartAsync(
                        evaluator,
                        plan,
                        chunk.First,
                        chunk.Frames,
                        pictures,
                        mine,
                        new Both(work, new Half(chunk.Frames, both)),
                        reuse,
                        cancel.Token
                    );
                }
            }
            await files.SaveAsync(ProofKey(key), JsonSerializer.SerializeToUtf8Bytes(proof, ReportJson.Options));
            File.Move(mine, files.PathOf(key), true);
            await files.PublishAsync(key, stopping);
            await Patient(() => chunks.EndAsync(chunk, "done"), stopping);
        }
        catch (OperationCanceledException) when (!stopping.IsCancellationRequested)
        {
            // Somebody else has it, or it is not wanted any more.
            File.Delete(mine);
        }
        catch (Exception e) when (e is ProblemException or IOException or UnauthorizedAccessException)
        {
            File.Delete(mine);
            log.LogWarning("Part {Number} of handoff {Handoff} failed: {Problem}", chunk.Number, chunk.Handoff, e.Message);
            var isLast = chunk.Taken >= MostTaken;
            await Patient(() => chunks.EndAsync(chunk, isLast ? "failed" : "waiting", isLast ? ProblemOf(e) : null), stopping);
        }
    }

    /// <summary>What came of comparing a part; null where its worker, of another version, has told nothing of it, or in other words.</summary>
    private async Task<PartProof?> ProofOfAsync(string part, CancellationToken cancel)
    {
        if (!await files.FetchAsync(ProofKey(part), cancel))
        {
            return null;
        }
        try
        {
            await using var told = File.OpenRead(files.PathOf(ProofKey(part)));
            return await JsonSerializer.DeserializeAsync<PartProof>(told, ReportJson.Options, cancel);
        }
        catch (JsonException)
        {
            return null;
        }
    }

    private Task<T> Patient<T>(Func<Task<T>> act, CancellationToken cancel) => Patience.WithDatabaseAsync(act, log, cancel);

    private static Sentence ProblemOf(Exception e) => ((e as ProblemException)?.Problem ?? DiskProblems.Of(e))?.AsOne() ?? $"{e.Message}";

    private static string KeyOf(Guid handoff, int run, int number, HandoffPlan plan) =>
        HandoffJob.Key(handoff, run, $"part-{number}.{Chunks.Extension(plan.Kind)}");

    private static string ProofKey(string part) => part + ".proof";

    /// <summary>Rendering is one half of what is done, comparing the other.</summary>
    /// <param name="before">Frames that were rendered before.</param>
    private sealed class Half(int before, IProgress<int> progress) : IProgress<int>
    {
        public void Report(int value) => progress.Report((before + value) / 2);
    }

    /// <summary>What the others had done, and what is done now.</summary>
    private sealed class Sum(int before, IProgress<int> progress) : IProgress<int>
    {
        public void Report(int value) => progress.Report(before + value);
    }
}
