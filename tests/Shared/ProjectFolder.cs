namespace Hang.Tests.Shared;

/// <summary>Where the project lies, found from where the program runs.</summary>
internal static class ProjectFolder
{
    public static string Root
    {
        get
        {
            var folder = new DirectoryInfo(AppContext.BaseDirectory);
            while (!File.Exists(Path.Combine(folder!.FullName, "Hang.slnx")))
            {
                folder = folder.Parent;
            }
            return folder.FullName;
        }
    }

    /// <summary>The demo's lower third.</summary>
    public static string Demo => Path.Combine(Root, "demo", "lower-third.hang");
}
