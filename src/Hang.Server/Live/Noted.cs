using System.Text.Json;
using Hang.Scene;
using Hang.Scene.Json;

namespace Hang.Server.Live;

/// <summary>What a person should know of an edit, before it or after it.</summary>
public sealed record Noted(Sentence Note)
{
    /// <summary>As JSON, with form and holes beside it.</summary>
    public string Write() => JsonSerializer.Serialize(this, ReportJson.Options);

    public static Noted? Of(Sentence? note) => note is null ? null : new(note);
}
