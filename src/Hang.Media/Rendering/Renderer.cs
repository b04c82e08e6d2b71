using Hang.Core;
using Hang.Core.Documents;
using Hang.Core.Evaluation;
using Hang.Core.Handoff;
using Hang.Media.Encoding;
using Hang.Paint.Pictures;

namespace Hang.Media.Rendering;

/// <summary>Renders a plan into a file that is there whole or not at all.</summary>
public static class Renderer
{
    // Linux: no space left on device, disk quota exceeded.
    private const int NoSpace = 28, Quota = 122;

    /// <param name="path">File to make. For a PNG sequence a path without the extension .zip is made as a folder.</param>
    /// <param name="stem">First part of the names of stills.</param>
    /// <exception cref="ProblemException">The plan does not suit the graphic, the path is taken, the disk is full or the encoder died. No half file stays.</exception>
    public static async Task RenderAsync(
        Evaluator evaluator, HandoffPlan plan, PictureShelf pictures, string path, string stem,
        int? workers = null, IProgress<int>? progress = null, CancellationToken cancel = default)
    {
        plan.Demand(evaluator.Graphic);
        if (Path.Exists(path))
        {
            throw new ProblemException($"{Path.GetFileName(path)} is there already, and Hang never overwrites.", "Choose another name.", field: "file");
        }
        var half = path + ".part";
        try
        {
            Remove(half);
            await using (var writer = Writer(evaluator.Graphic, plan, half, stem, path))
            {
                await FramePipeline.RunAsync(evaluator, plan, pictures, writer, workers ?? Environment.ProcessorCount, progress, cancel);
                await writer.FinishAsync(cancel);
            }
            if (Directory.Exists(half))
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
            Remove(half);
            if (e is IOException { HResult: NoSpace or Quota })
            {
                throw new ProblemException("The disk is full, so the file could not be written.", "Free some space and run it again.", field: "file");
            }
            if (e is IOException io)
            {
                // Where the file was to lie is nobody's concern who only sees the page.
                throw new ProblemException($"The file could not be written: {io.Message.Split(" : '")[0]}.", "Free some space or choose another folder, and run it again.", field: "file");
            }
            if (e is UnauthorizedAccessException)
            {
                throw new ProblemException("The file could not be written: Hang may not write there.", "Choose another folder.", field: "file");
            }
            throw;
        }
    }

    private static IFrameWriter Writer(Graphic graphic, HandoffPlan plan, string half, string stem, string path)
    {
        var (width, height) = plan.Size(graphic);
        if (plan.Kind != FileKind.Png)
        {
            return new VideoWriter(half, width, height, graphic.Rate, plan);
        }
        return Path.GetExtension(path).Equals(".zip", StringComparison.OrdinalIgnoreCase)
            ? PngSequenceWriter.Zip(half, stem, plan.From)
            : PngSequenceWriter.Folder(half, stem, plan.From);
    }

    private static void Remove(string path)
    {
        if (Directory.Exists(path))
        {
            Directory.Delete(path, true);
        }
        else if (File.Exists(path))
        {
            File.Delete(path);
        }
    }
}
