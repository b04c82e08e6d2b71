using NetArchTest.Rules;

namespace Hang.Server.Tests;

/// <summary>Holds the layers of docs/architecture.md.</summary>
public class ArchitectureTests
{
    private static readonly Dictionary<string, (System.Reflection.Assembly Assembly, string[] May)> Layers = new()
    {
        ["Hang.Scene"] = (typeof(Scene.Problem).Assembly, []),
        ["Hang.Core"] = (typeof(Core.Documents.Graphic).Assembly, ["Hang.Scene"]),
        // A painter cannot name a layer.
        ["Hang.Paint"] = (typeof(Paint.Painting.ScenePainter).Assembly, ["Hang.Scene"]),
        ["Hang.Media"] = (typeof(Media.Rendering.Renderer).Assembly, ["Hang.Scene", "Hang.Core", "Hang.Paint"]),
        ["Hang.Store"] = (typeof(Store.Schema).Assembly, ["Hang.Scene", "Hang.Core"]),
        ["Hang.Cli"] = (typeof(Cli.GraphicFile).Assembly, ["Hang.Scene", "Hang.Core", "Hang.Paint", "Hang.Media"]),
    };

    [Fact]
    public void EachLayerKnowsOnlyThoseBelowIt()
    {
        foreach (var (name, (assembly, may)) in Layers)
        {
            var known = assembly.GetReferencedAssemblies().Select(a => a.Name!).Where(n => n.StartsWith("Hang.", StringComparison.Ordinal));
            Assert.Empty(known.Except(may).Select(other => $"{name} -> {other}"));
        }
    }

    [Theory]
    [InlineData("System.IO.File")]
    [InlineData("System.IO.Directory")]
    [InlineData("System.IO.FileStream")]
    [InlineData("System.Net")]
    [InlineData("System.Diagnostics.Process")]
    [InlineData("System.Console")]
    [InlineData("System.Random")]
    [InlineData("System.DateTime")]
    [InlineData("System.Diagnostics.Stopwatch")]
    [InlineData("SkiaSharp")]
    [InlineData("Microsoft.AspNetCore")]
    public void TheCoreHasNoInputOutputNoClockAndNoInterface(string forbidden)
    {
        foreach (var layer in new[] { "Hang.Scene", "Hang.Core" })
        {
            var result = Types.InAssembly(Layers[layer].Assembly).ShouldNot().HaveDependencyOn(forbidden).GetResult();
            Assert.True(result.IsSuccessful, string.Join(", ", result.FailingTypeNames ?? []));
        }
    }

    [Fact]
    public void FoldersAreNamedAfterThingsOfTheJob()
    {
        string[] vague = ["Helper", "Util", "Manager"];
        var names = Layers
            .Values.SelectMany(l => l.Assembly.GetTypes())
            .Select(t => t.FullName!)
            .Where(n => vague.Any(v => n.Contains(v, StringComparison.OrdinalIgnoreCase)) && n.StartsWith("Hang.", StringComparison.Ordinal));
        Assert.Empty(names);
    }
}
