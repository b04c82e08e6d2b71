namespace Hang.Tests.Shared;

/// <summary>Files that are printed from the code and kept beside it.</summary>
internal static class Generated
{
    /// <summary>Demands that the file is what the code prints; writes it instead when HANG_GENERATE is set, as ./hang generate does.</summary>
    public static void Check(string path, string printed)
    {
        var file = Path.Combine(ProjectFolder.Root, path);
        if (Environment.GetEnvironmentVariable("HANG_GENERATE") is { Length: > 0 })
        {
            File.WriteAllText(file, printed);
        }
        Assert.Equal(printed, File.ReadAllText(file));
    }
}
