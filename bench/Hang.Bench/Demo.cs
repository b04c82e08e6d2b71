using Hang.Cli;

namespace Hang.Bench;

/// <summary>The demo's lower third, which most measures use.</summary>
internal static class Demo
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

    public static GraphicFile Open() => GraphicFile.Open(Path.Combine(Root, "demo", "lower-third.hang"), []);
}
