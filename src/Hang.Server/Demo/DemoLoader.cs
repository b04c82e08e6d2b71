using Hang.Core.Documents;
using Hang.Scene.Json;
using Hang.Server.Sources;
using Hang.Store.Packages;
using Hang.Store.Revisions;

namespace Hang.Server.Demo;

/// <summary>Loads the demo package, once in the life of a database.</summary>
public sealed class DemoLoader(PackageStore packages, RevisionStore revisions, DocumentSources sources)
{
    private const string Loaded = "demo";

    /// <param name="folder">The folder demo/.</param>
    public async Task LoadAsync(string folder)
    {
        if (await packages.SettingAsync(Loaded) is not null)
        {
            return;
        }
        var demo = DemoPackage.In(folder);
        var package = await packages.AddAsync(demo.Name);
        foreach (var (_, graphic) in demo.Graphics)
        {
            await revisions.AddAsync(package, GraphicJson.Write(await sources.KeepAsync(demo.Whole(graphic), default)), $"Demo");
        }
        if (demo.Graphics.Select(g => g.Graphic.Palette).FirstOrDefault(p => p is not null) is { } palette)
        {
            await packages.SetPaletteAsync(package, Codecs.Write(palette));
        }
        await packages.SetSettingAsync(Loaded, DateTime.UtcNow.ToString("O"));
    }
}
