using Hang.Scene.PaintList;

namespace Hang.Core.Evaluation;

/// <summary>The scenes of a stretch of frames, equal neighbours counted instead of repeated.</summary>
public static class SceneRuns
{
    /// <param name="frames">Frames of the graphic, in order; one or more.</param>
    public static IEnumerable<(SceneMoment Scene, int Times)> Of(Evaluator evaluator, IEnumerable<int> frames)
    {
        SceneMoment? scene = null;
        var times = 0;
        foreach (var frame in frames)
        {
            var next = evaluator.At(frame);
            if (scene is not null && next.SameAs(scene))
            {
                times++;
                continue;
            }
            if (scene is not null)
            {
                yield return (scene, times);
            }
            (scene, times) = (next, 1);
        }
        if (scene is not null)
        {
            yield return (scene, times);
        }
    }
}
