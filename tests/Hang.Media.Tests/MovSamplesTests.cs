using Hang.Core.Handoff;
using Hang.Media.Movies;
using Hang.Media.Probing;
using Hang.Media.Rendering;
using Hang.Paint.Pictures;

namespace Hang.Media.Tests;

/// <summary>What a file's own tables say of its pictures, held against ffprobe.</summary>
public sealed class MovSamplesTests
{
    [Theory]
    [InlineData(FileKind.Prores)]
    [InlineData(FileKind.ProresHq)]
    [InlineData(FileKind.PngMovie)]
    [InlineData(FileKind.RleMovie)]
    public async Task ItsTablesSayWhatFfprobeSays(FileKind kind)
    {
        var folder = Directory.CreateTempSubdirectory("hang-test-");
        using var pictures = new PictureShelf(_ => null);
        try
        {
            var film = Film.Of(width: 330);
            var path = Path.Combine(folder.FullName, "film.mov");
            var backing = FileKinds.Of(kind).Alpha == AlphaRoom.None ? new(BackingKind.Key, "#00B140") : Backing.None;
            await Renderer.RenderAsync(film, HandoffPlan.Whole(film.Graphic, kind, backing), pictures, path, "a");
            var (own, theirs) = (MovSamples.Read(path)!, await FileProbe.ReadAsync(path));
            Assert.Equal((theirs.Tag, theirs.Width, theirs.Height), (own.Code, own.Width, own.Height));
            Assert.Equal(theirs.Places, own.Places);
            Assert.Equal(theirs.Frames, own.Places.Count);
            await DamagedTablesAreRefusedOrLeadNowhereElseAsync(path, own);
        }
        finally
        {
            folder.Delete(true);
        }
    }

    /// <summary>Cut off or with any byte of its tables changed, nothing is read that is not in the file.</summary>
    private static async Task DamagedTablesAreRefusedOrLeadNowhereElseAsync(string path, MovSamples whole)
    {
        var bytes = await File.ReadAllBytesAsync(path);
        await File.WriteAllBytesAsync(path, bytes[..^40]);
        Assert.Null(MovSamples.Read(path));
        var (random, tables) = (new Random(7), (int)whole.Places.Max(p => p.At + p.Size));
        for (var i = 0; i < 200; i++)
        {
            var at = i < 20 ? i : random.Next(tables, bytes.Length);
            var damaged = bytes.ToArray();
            damaged[at] ^= (byte)random.Next(1, 256);
            await File.WriteAllBytesAsync(path, damaged);
            Assert.All(MovSamples.Read(path)?.Places ?? [], p => Assert.InRange(p.At, 0, bytes.Length - p.Size));
        }
    }
}
