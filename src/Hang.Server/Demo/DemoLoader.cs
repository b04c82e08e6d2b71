using Hang.Core.Documents;
using Hang.Core.Json;
using Hang.Store.Packages;
using Hang.Store.Pictures;
using Hang.Store.Revisions;

namespace Hang.Server.Demo;

/// <summary>Loads the demo package, once in the life of a database.</summary>
public sealed class DemoLoader(PackageStore packages, RevisionStore revisions, PictureStore pictures)
{
    private const string Loaded = "demo";

    public const string PackageName = "Fernhollow Apiary";

    /// <param name="folder">The folder demo/.</param>
    public async Task LoadAsync(string folder)
    {
        if (await packages.SettingAsync(Loaded) is not null)
        {
            return;
        }
        var package = await packages.AddAsync(PackageName);
        foreach (var file in Directory.EnumerateFiles(folder, "*.hang").Order(StringComparer.Ordinal))
        {
            var graphic = GraphicJson.Read(await File.ReadAllBytesAsync(file));
            foreach (var (hash, asset) in graphic.Assets)
            {
                await pictures.AddAsync(hash, asset, await File.ReadAllBytesAsync(Path.Combine(folder, asset.File!)));
                graphic = graphic with { Assets = graphic.Assets.SetItem(hash, asset with { File = null }) };
            }
            await revisions.AddAsync(package, GraphicJson.Write(graphic), "Demo");
            if (graphic.Palette is { } palette)
            {
                await packages.SetPaletteAsync(package, Codecs.Write(palette));
            }
        }
        await packages.SetSettingAsync(Loaded, DateTime.UtcNow.ToString("O"));
    }
}
