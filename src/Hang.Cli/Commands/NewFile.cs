using Hang.Media.Rendering;
using Hang.Scene;

namespace Hang.Cli.Commands;

/// <summary>Files that the shell makes: whole or not at all, and never over another.</summary>
internal static class NewFile
{
    /// <summary>Looks before the work begins whether a file can be made there.</summary>
    /// <param name="option">The option that names it.</param>
    /// <exception cref="ProblemException">It is no file name, its folder is not there, or something is there already.</exception>
    public static void Demand(string? path, string option)
    {
        if (path is null)
        {
            return;
        }
        if (string.IsNullOrWhiteSpace(path) || Path.GetFileName(path).Length == 0)
        {
            throw new ProblemException($"{option} names no file.", $"Write the name of the file to make.", field: option);
        }
        if (Path.Exists(path))
        {
            throw new ProblemException($"{Quoted.Short(path)} is there already, and Hang never overwrites.", $"Choose another name.", field: option);
        }
        if (!Directory.Exists(Path.GetDirectoryName(Path.GetFullPath(path))))
        {
            throw new ProblemException($"There is no folder for {Quoted.Short(path)}.", $"Make it, or choose another.", field: option);
        }
    }

    /// <summary>Makes a file.</summary>
    /// <exception cref="ProblemException">It could not be written, or something has come there meanwhile.</exception>
    public static async Task WriteAsync(string path, byte[] bytes, string option, CancellationToken cancel)
    {
        Demand(path, option);
        using var making = MakingFolder.Beside(path);
        try
        {
            await File.WriteAllBytesAsync(making.Of("file"), bytes, cancel);
            File.Move(making.Of("file"), path, false);
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException)
        {
            throw new ProblemException(
                $"{Quoted.Short(path)} could not be written: {e.Message.Split(" : '")[0]}",
                $"Choose another folder, or free some space.",
                field: option
            );
        }
    }
}
