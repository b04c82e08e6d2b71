using Hang.Scene;

namespace Hang.Server.Safety;

/// <summary>What to say when the disk does not take a file.</summary>
internal static class DiskProblems
{
    // Linux: no space left on device, disk quota exceeded.
    private const int NoSpace = 28,
        Quota = 122;

    /// <summary>The words for a failure to write or read a file; null when it is none.</summary>
    public static Problem? Of(Exception e) =>
        e switch
        {
            IOException { HResult: NoSpace or Quota } => new($"The disk that Hang keeps its files on is full.", $"Make room on it and try again."),
            IOException or UnauthorizedAccessException => new(
                $"The folder that Hang keeps its files in cannot be written.",
                $"Allow it, or start Hang with another folder."
            ),
            _ => null,
        };
}
