using System.IO.Compression;
using Hang.Core.Documents;
using Hang.Media.Packs;
using Hang.Scene;
using Hang.Tests.Shared;

namespace Hang.Media.Tests;

/// <summary>Packages as files: what goes out comes in, each picture once, and a damaged one is refused in words.</summary>
public class PackTests
{
    private static Graphic Demo(string name)
    {
        var folder = Path.Combine(ProjectFolder.Root, "demo");
        var graphic = GraphicJson.Read(File.ReadAllBytes(Path.Combine(folder, name + ".hang")));
        string Data(string? file) => Convert.ToBase64String(File.ReadAllBytes(Path.Combine(folder, file!)));
        return graphic with { Sources = graphic.Sources.Select(s => s.Facts with { Data = Data(s.Facts.File), File = null }) };
    }

    private static MemoryStream Written(Pack pack)
    {
        var stream = new MemoryStream();
        PackFile.Write(pack, stream);
        stream.Position = 0;
        return stream;
    }

    [Fact]
    public void WhatGoesOutComesInAgain()
    {
        var pack = new Pack(
            "Fernhollow / Apiary",
            [Demo("lower-third"), Demo("logo-sting"), Demo("lower-third")],
            [new("Nectar", "cubic-bezier(0.2, 0, 0, 1)")]
        );
        var again = PackFile.Read("a.hangpack", Written(pack).ToArray());
        Assert.Equal(pack.Name, again.Name);
        Assert.Equal(pack.Feels.ToArray(), again.Feels.ToArray());
        Assert.Equal(pack.Graphics.Select(GraphicJson.Write), again.Graphics.Select(GraphicJson.Write));
    }

    [Fact]
    public void EachPictureIsThereOnceUnderItsOwnName()
    {
        using var zip = new ZipArchive(Written(new("P", [Demo("lower-third"), Demo("title"), Demo("corner-bug")], [])));
        Assert.Equal(
            ["corner-bug.hang", "fernhollow-mark.png", "lower-third.hang", "package.json", "title.hang"],
            zip.Entries.Select(e => e.FullName).Order(StringComparer.Ordinal)
        );
    }

    [Fact]
    public void AZippedFolderIsReadToo()
    {
        var folder = new MemoryStream();
        using (var from = new ZipArchive(Written(new("P", [Demo("title")], []))))
        using (var to = new ZipArchive(folder, ZipArchiveMode.Create, true))
        {
            foreach (var entry in from.Entries)
            {
                using var source = entry.Open();
                using var target = to.CreateEntry("my package/" + entry.FullName).Open();
                source.CopyTo(target);
            }
        }
        folder.Position = 0;
        Assert.Equal("Title", Assert.Single(PackFile.Read("a.zip", folder.ToArray()).Graphics).Name);
    }

    [Fact]
    public void WhatIsNoneOrMissesSomethingIsRefused()
    {
        string Said(MemoryStream stream) => Assert.Throws<ProblemException>(() => PackFile.Read("a.hangpack", stream.ToArray())).Message;
        Assert.Contains("no package", Said(new MemoryStream([1, 2, 3])), StringComparison.Ordinal);
        Assert.Contains("no package", Said(Zip(("readme.txt", "x"))), StringComparison.Ordinal);
        Assert.Contains("no package", Said(Zip(("package.json", "{}"))), StringComparison.Ordinal);
        Assert.Contains("version 9", Said(Zip(("package.json", """{"hangpack": 9, "name": "P", "graphics": [], "feels": []}"""))), StringComparison.Ordinal);
        Assert.Contains(
            "gone.hang is not in",
            Said(Zip(("package.json", """{"hangpack": 1, "name": "P", "graphics": ["gone"], "feels": []}"""))),
            StringComparison.Ordinal
        );
    }

    /// <summary>What a stranger packs so that unpacking it takes all memory: many names for one file, many feels, lengths that are not true.</summary>
    [Fact]
    public void WhatIsMadeToFillTheMemoryIsRefused()
    {
        string Said(byte[] file) => Assert.Throws<ProblemException>(() => PackFile.Read("a.hangpack", file)).Message;
        string Listed(string graphics, string feels = "[]") => $$"""{"hangpack": 1, "name": "P", "graphics": {{graphics}}, "feels": {{feels}}}""";
        var same = string.Join(',', Enumerable.Repeat("\"a\"", 400));
        Assert.Contains("twice", Said(Zip(("package.json", Listed($"[{same}]")), ("a.hang", "{}")).ToArray()), StringComparison.Ordinal);
        var feels = string.Join(',', Enumerable.Range(0, 20_000).Select(i => $$"""{"name": "f{{i}}", "css": "ease"}"""));
        Assert.Contains("feels", Said(Zip(("package.json", Listed("[]", $"[{feels}]"))).ToArray()), StringComparison.Ordinal);
        Assert.Contains("feels", Said(Zip(("package.json", Listed("[]", "[null]"))).ToArray()), StringComparison.Ordinal);
        Assert.Contains("no name", Said(Zip(("package.json", Listed("[null]"))).ToArray()), StringComparison.Ordinal);
        Assert.Contains("no package", Said(Zip(("package.json", """{"name": "P"}""")).ToArray()), StringComparison.Ordinal);
        Assert.Contains("control characters", Said(Zip(("package.json", Listed("[]")), ("a\0b", "x")).ToArray()), StringComparison.Ordinal);
        // 300 MB of zeros from 300 kB.
        var bomb = new MemoryStream();
        using (var zip = new ZipArchive(bomb, ZipArchiveMode.Create, true))
        {
            using (var list = zip.CreateEntry("package.json").Open())
            {
                list.Write(System.Text.Encoding.UTF8.GetBytes(Listed("[\"a\"]")));
            }
            using var document = zip.CreateEntry("a.hang", CompressionLevel.Fastest).Open();
            var zeros = new byte[1_000_000];
            for (var i = 0; i < 300; i++)
            {
                document.Write(zeros);
            }
        }
        Assert.Contains("larger than", Said(bomb.ToArray()), StringComparison.Ordinal);
        // A way of packing that nobody knows.
        var odd = Zip(("package.json", Listed("[]"))).ToArray();
        for (var at = 0; at + 10 < odd.Length; at++)
        {
            if (odd.AsSpan(at).StartsWith("PK\x01\x02"u8))
            {
                odd[at + 10] = 97;
            }
        }
        Assert.Contains("way that Hang does not know", Said(odd), StringComparison.Ordinal);
    }

    private static MemoryStream Zip(params (string Name, string Text)[] entries)
    {
        var stream = new MemoryStream();
        using (var zip = new ZipArchive(stream, ZipArchiveMode.Create, true))
        {
            foreach (var (name, text) in entries)
            {
                using var entry = new StreamWriter(zip.CreateEntry(name).Open());
                entry.Write(text);
            }
        }
        stream.Position = 0;
        return stream;
    }
}
