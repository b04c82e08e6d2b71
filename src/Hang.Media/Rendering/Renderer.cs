using Hang.Core.Evaluation;
using Hang.Core.Handoff;
using Hang.Media.Frames;
using Hang.Media.Kinds;
using Hang.Media.Sounds;
using Hang.Paint.Pictures;
using Hang.Scene;

namespace Hang.Media.Rendering;

/// <summary>Renders a plan into a file that is there whole or not at all.</summary>
public static class Renderer
{
    // Linux: no space left on device, disk quota exceeded.
    private const int NoSpace = 28,
        Quota = 122;

    /// <param name="path">File to make. A sequence whose path does not end with .zip is made as a folder; fill and key whose path does not are two files
    /// beside each other.</param>
    /// <param name="stem">First part of the names of stills.</param>
    /// <param name="card">What the file says of itself; null for the graphic's name and no time.</param>
    /// <param name="sounds">Where a graphic's sounds are heard; needed when it has any.</param>
    /// <param name="reuse">What this file shares with those before and after; null: nothing.</param>
    /// <param name="asPart">True for a part of a file, to be joined by <see cref="Chunks.JoinAsync"/>.</param>
    /// <exception cref="ProblemException">The plan does not suit the graphic, the path is taken, the disk is full or the encoder died. No half file
    /// stays.</exception>
    public static async Task RenderAsync(
        Evaluator evaluator,
        HandoffPlan plan,
        PictureShelf pictures,
        string path,
        string stem,
        int? workers = null,
        IProgress<int>? progress = null,
        NameCard? card = null,
        SoundShelf? sounds = null,
        Reuse? reuse = null,
        bool asPart = false,
        CancellationToken cancel = default
    )
    {
        plan = plan.Demand(evaluator.Graphic);
        foreach (var taken in PathsOf(plan, path).Where(Path.Exists))
        {
            throw new ProblemException($"{Path.GetFileName(taken)} is there already, and Hang never overwrites.", $"Choose another name.", field: "file");
        }
        using var making = MakingFolder.Beside(path);
        var (half, wave) = (making.Of(Path.GetFileName(path)), making.Of("sound.wav"));
        try
        {
            var delivery = Delivery.Of(evaluator.Graphic, plan, card ?? NameCard.Of(evaluator.Graphic, plan, evaluator.Graphic.Name), path, stem) with
            {
                Path = half,
                Reuse = reuse,
                IsPart = asPart,
            };
            delivery = delivery with { Sound = await SoundTrack.MakeAsync(evaluator.Graphic, delivery, sounds, wave, cancel) };
            await using (var writer = await MediaKinds.Of(plan.Kind).OpenAsync(delivery, cancel))
            {
                for (var pass = 0; pass < writer.Passes; pass++)
                {
                    // Of several passes the last is the one whose frames count.
                    var heard = pass == writer.Passes - 1 ? progress : null;
                    await FramePipeline.RunAsync(evaluator, plan, pictures, writer, workers ?? Environment.ProcessorCount, heard, cancel);
                    await writer.FinishAsync(cancel);
                }
            }
            if (plan.Kind == FileKind.Pair && Directory.Exists(half))
            {
                var (fill, key) = PairFiles.Names(Path.Combine(half, stem + ".mov"));
                var (fillTo, keyTo) = PairFiles.Names(path);
                File.Move(fill, fillTo);
                File.Move(key, keyTo);
            }
            else if (Directory.Exists(half))
            {
                Directory.Move(half, path);
            }
            else
            {
                File.Move(half, path);
            }
        }
        catch (Exception e)
        {
            if (e is IOException { HResult: NoSpace or Quota })
            {
                throw new ProblemException($"The disk is full, so the file could not be written.", $"Free some space and run it again.", field: "file");
            }
            if (e is IOException io)
            {
                // Where the file was to lie is nobody's concern who only sees the page.
                throw new ProblemException(
                    $"The file could not be written: {io.Message.Split(" : '")[0]}.",
                    $"Free some space or choose another folder, and run it again.",
                    field: "file"
                );
            }
            if (e is UnauthorizedAccessException)
            {
                throw new ProblemException($"The file could not be written: Hang may not write there.", $"Choose another folder.", field: "file");
            }
            throw;
        }
    }

    /// <summary>The files or folders that a plan makes of a path.</summary>
    private static string[] PathsOf(HandoffPlan plan, string path)
    {
        if (plan.Kind != FileKind.Pair || path.EndsWith(".zip", StringComparison.OrdinalIgnoreCase))
        {
            return [path];
        }
        var (fill, key) = PairFiles.Names(path);
        return [fill, key];
    }
}
