using System.Text.RegularExpressions;
using Hang.Core.Contents;
using Hang.Scene.PaintList;
using Hang.Scene.Registry;

namespace Hang.Server.Tests.House;

/// <summary>
/// Who makes a kind, or is about one, may name it; everybody else asks for what a kind says of itself (<see cref="ContentKind.Worded"/> and what follows,
/// <see cref="OpKind.Does"/>), so that a new kind is one module.
/// </summary>
public class KindsNamedTests
{
    /// <summary>Statements outside of their folder that name a kind of content. It may only become fewer.</summary>
    private const int Named = 25;

    [Fact]
    public void KindsOfContentAreNamedByFew()
    {
        var names = string.Join('|', Modules<ContentKind>.All.Select(k => k.GetType().Name).Except(["Line", "Ellipse", "Star", "Ring"]));
        var naming = new Regex($@"\b(is (not )?|Of<|typeof\(|k is not )({names})\b|(?<![.\w])({names})\.\w");
        var lines = Lines("Hang.Core", "Hang.Paint", "Hang.Media", "Hang.Store", "Hang.Server")
            .Where(l => !l.File.Contains("/Contents/") && naming.IsMatch(l.Text))
            .Select(l => $"{l.File}: {l.Text.Trim()}")
            .ToArray();
        Assert.True(lines.Length <= Named, $"{lines.Length} statements, where {Named} may be:\n{string.Join('\n', lines)}");
    }

    [Fact]
    public void NobodyAsksWhichOperationItIs()
    {
        var names = string.Join('|', Ops.All.Concat(Ops.Steps.Cast<OpKind>()).Select(k => k.GetType().Name));
        var asking = new Regex($@"[kK]ind (==|!=) Ops\.|[kK]ind is (not )?({names})\b");
        Assert.Empty(
            Lines("Hang.Scene", "Hang.Core", "Hang.Paint", "Hang.Media", "Hang.Server")
                .Where(l => asking.IsMatch(l.Text))
                .Select(l => $"{l.File}: {l.Text.Trim()}")
        );
        Assert.Matches(asking, "if (op.Kind == Ops.Fill)");
        Assert.Matches(asking, "op.Kind is not FillOp fill");
    }

    /// <summary>Statements, each as one line however the formatter has broken it.</summary>
    /// <summary>Statements, each as one line however the formatter has broken it.</summary>
    private static IEnumerable<(string File, string Text)> Lines(params string[] projects) =>
        projects.SelectMany(SourceGraph.Files).SelectMany(f => Statements(File.ReadLines(f)).Select(s => (f.Replace('\\', '/'), s)));

    private static IEnumerable<string> Statements(IEnumerable<string> lines)
    {
        var statement = "";
        foreach (var line in lines.Select(l => l.Trim()).Where(l => !l.StartsWith("//", StringComparison.Ordinal)))
        {
            statement += line;
            if (line is [.., ';' or '{' or '}' or ','])
            {
                yield return statement;
                statement = "";
            }
        }
    }
}
