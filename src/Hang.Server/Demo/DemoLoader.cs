using Hang.Core.Documents;
using Hang.Scene.Json;
using Hang.Server.Sounds;
using Hang.Store.Packages;
using Hang.Store.Pictures;
using Hang.Store.Revisions;

namespace Hang.Server.Demo;

/// <summary>Loads the demo package, once in the life of a database.</summary>
public sealed class DemoLoader(PackageStore packages, RevisionStore revisions, PictureStore pictures, DocumentSounds sounds)
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
            await revisions.AddAsync(package, GraphicJson.Write(await KeepAsync(demo, graphic, pictures, sounds)), "Demo");
        }
        if (demo.Graphics.Select(g => g.Graphic.Palette).FirstOrDefault(p => p is not null) is { } palette)
        {
            await packages.SetPaletteAsync(package, Codecs.Write(palette));
        }
        await packages.SetSettingAsync(Loaded, DateTime.UtcNow.ToString("O"));
    }

    /// <summary>A graphic of the demo with its pictures and sounds in the store.</summary>
    internal static async Task<Graphic> KeepAsync(DemoPackage demo, Graphic graphic, PictureStore pictures, DocumentSounds sounds, CancellationToken cancel = default)
    {
        foreach (var (hash, asset) in graphic.Assets)
        {
            await pictures.AddAsync(hash, asset, demo.Bytes(asset), cancel);
            graphic = graphic with { Assets = graphic.Assets.SetItem(hash, asset with { File = null }) };
        }
        return await sounds.KeepAsync(demo.WithSounds(graphic), cancel);
    }
}
