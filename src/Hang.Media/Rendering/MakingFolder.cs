using Hang.Scene;

namespace Hang.Media.Rendering;

/// <summary>
/// A folder beside a file that is being made, of a name that nobody else can have: what is not whole yet lies in it. It goes with all that is in it at
/// every end.
/// </summary>
public sealed class MakingFolder : IDisposable
{
    private readonly string folder;

    private MakingFolder(string folder) => this.folder = folder;

    /// <summary>Makes one in the folder that a file is to lie in, so that the whole file only has to be moved.</summary>
    /// <exception cref="ProblemException">There is no such folder, or it cannot be written.</exception>
    public static MakingFolder Beside(string path)
    {
        var parent = Path.GetDirectoryName(Path.GetFullPath(path));
        if (parent is null || !Directory.Exists(parent))
        {
            throw new ProblemException(
                $"There is no folder {Quoted.Short(Path.GetFileName(parent) ?? path)} to put {Quoted.Short(Path.GetFileName(path))} into.",
                $"Make it, or choose another.",
                field: "file"
            );
        }
        var folder = Path.Combine(parent, $".hang-{Guid.NewGuid():N}");
        try
        {
            Directory.CreateDirectory(folder);
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException)
        {
            throw new ProblemException(
                $"{Quoted.Short(Path.GetFileName(path))} could not be written there.",
                $"Choose another folder, or free some space.",
                field: "file"
            );
        }
        return new(folder);
    }

    /// <summary>Path of a file in it.</summary>
    public string Of(string name) => Path.Combine(folder, name);

    public void Dispose()
    {
        try
        {
            Directory.Delete(folder, true);
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException)
        {
            // Whoever took the right to write there away has to clear it.
        }
    }
}
