using Hang.Server.Hosting;

namespace Hang.Server.Handoffs;

/// <summary>
/// Puts delivered files into a folder outside of Hang, where an editing suite may watch for them: whole or not at all, and never over another.
/// </summary>
public sealed class OutsideFolder(ServerOptions options, ILogger<OutsideFolder> log)
{
    /// <summary>Copies a file; without such a folder nothing is done. What goes wrong there does not undo the handoff.</summary>
    public void Put(string path, string name)
    {
        if (options.Outside.Length == 0)
        {
            return;
        }
        // A suite takes what has its ending: until it is whole it has another.
        var (target, half) = (Path.Combine(options.Outside, name), Path.Combine(options.Outside, $".{name}.{Guid.NewGuid():N}.part"));
        try
        {
            File.Copy(path, half, false);
            File.Move(half, target, false);
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException)
        {
            log.LogWarning("{File} could not be put into the folder outside: {Problem}", name, e.Message);
            File.Delete(half);
        }
    }
}
