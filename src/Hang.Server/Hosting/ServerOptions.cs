namespace Hang.Server.Hosting;

/// <summary>What the start command says: environment variables or command-line words of the same name.</summary>
public sealed class ServerOptions
{
    /// <summary>Npgsql connection string.</summary>
    public string Database { get; set; } = "";

    /// <summary>Folder for pictures and delivered files.</summary>
    public string Files { get; set; } = "";

    /// <summary>Folder of the built front end; empty for none.</summary>
    public string Web { get; set; } = "";

    /// <summary>Folder of the demo; empty for none.</summary>
    public string Demo { get; set; } = "";

    /// <summary>True: this process takes handoffs.</summary>
    public bool Work { get; set; } = true;

    /// <summary>How many revisions of a graphic are kept at the least; older ones are thinned out. 0: all are kept.</summary>
    public int KeepRevisions { get; set; }

    /// <summary>True: this process serves no pages.</summary>
    public bool WorkerOnly { get; set; }
}
