using System.Collections.Immutable;
using Hang.Core.Documents;
using Hang.Core.Evaluation;
using Hang.Core.Fields;
using Hang.Tests.Shared;
using static Hang.Core.Tests.Samples;

namespace Hang.Core.Tests;

/// <summary>What comes with Hang keeps what Hang promises.</summary>
public class DemoTests
{
    public static TheoryData<string> Graphics => [.. Directory.GetFiles(Path.Combine(ProjectFolder.Root, "demo"), "*.hang").Select(f => Path.GetFileName(f)!)];

    /// <summary>Filled with the very words that it has, nothing of it is elsewhere or smaller.</summary>
    [Theory]
    [MemberData(nameof(Graphics))]
    public void FilledWithItsOwnWordsItIsItself(string name)
    {
        var graphic = GraphicJson.Read(File.ReadAllBytes(Path.Combine(ProjectFolder.Root, "demo", name)));
        var words = FieldFacts.Of(graphic).Where(f => f.Kind != "picture").ToImmutableSortedDictionary(f => f.Name, f => f.Default, StringComparer.Ordinal);
        var filled = new Take(words).Of(graphic, Shaper);
        var (own, again) = (new Evaluator(graphic, Shaper), new Evaluator(filled, Shaper));
        foreach (var frame in new[] { graphic.Phases.HoldStart, graphic.Poster, graphic.Phases.Total / 2 })
        {
            Assert.Equal(own.At(frame).Nodes.Select(n => n.Row.ToArray()), again.At(frame).Nodes.Select(n => n.Row.ToArray()));
        }
    }
}
