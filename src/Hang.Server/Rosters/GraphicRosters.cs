using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using Hang.Core.Documents;
using Hang.Core.Fields;
using Hang.Core.Handoff;
using Hang.Core.Rosters;
using Hang.Scene;
using Hang.Scene.Json;
using Hang.Server.Safety;
using Hang.Store.Revisions;
using Hang.Store.Rosters;
using Microsoft.Extensions.Caching.Memory;

namespace Hang.Server.Rosters;

/// <summary>A graphic with its roster, ready to be filled row by row.</summary>
/// <param name="Key">Hash of the graphic's document.</param>
/// <param name="Version">Of the roster; 0 before there is one.</param>
public sealed record OpenRoster(Graphic Graphic, string Key, Roster Roster, RosterTakes Takes, int Version)
{
    /// <summary>Hash of what decides the pixels of a row.</summary>
    public string KeyOf(Take take) => Hash(Key, JsonSerializer.Serialize(take with { Name = "" }, ReportJson.Options));

    /// <summary>Hash of what decides a row's pixels, and behind it of what decides its file.</summary>
    public string KeyOf(Take take, HandoffOrder order) =>
        KeyOf(take) + Hash(take.Name, JsonSerializer.Serialize(order with { Takes = [], Note = "", Priority = 0, AsItIs = false }, ReportJson.Options));

    internal static string Hash(params string[] parts) => Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(string.Join('\0', parts))));
}

/// <summary>Rosters of graphics as they are kept. What was opened stays at hand, since a page asks for row after row.</summary>
public sealed class GraphicRosters(RevisionStore revisions, RosterStore store) : IDisposable
{
    private static readonly TimeSpan Stays = TimeSpan.FromMinutes(2);
    private readonly MemoryCache opened = new(new MemoryCacheOptions { SizeLimit = 16 });

    /// <exception cref="ProblemException">The graphic is not there.</exception>
    public async Task<OpenRoster> OpenAsync(Guid graphic, CancellationToken cancel)
    {
        // Looked at before what it stands for is read: what changes in between is read anew the next time.
        var stamp = (graphic, await store.StampAsync(graphic, cancel));
        if (opened.TryGetValue(stamp, out OpenRoster? known))
        {
            return known!;
        }
        var row = await revisions.DemandHeadAsync(graphic, cancel);
        var record = await store.FindAsync(graphic, cancel);
        var document = GraphicJson.Read(row.Document);
        var (roster, names) = record is null
            ? (new Roster([.. (document.Fields ?? []).Select(f => new RosterColumn(f.Name, f.Name))], []), null)
            : Read(record.Body);
        var open = new OpenRoster(document, OpenRoster.Hash(row.Document), roster, new(document, Fitting(roster, document), names), record?.Version ?? 0);
        return opened.Set(stamp, open, new MemoryCacheEntryOptions { Size = 1, SlidingExpiration = Stays });
    }

    /// <summary>Keeps a roster.</summary>
    /// <exception cref="ProblemException">It is none for this graphic, or it was changed elsewhere.</exception>
    public async Task<int> KeepAsync(Guid graphic, Roster roster, int known, CancellationToken cancel)
    {
        var open = await OpenAsync(graphic, cancel);
        var body = JsonSerializer.SerializeToNode(roster, ReportJson.Options)!;
        body[Given] = JsonSerializer.SerializeToNode(new RosterTakes(open.Graphic, roster, open.Takes.Names).Names, ReportJson.Options);
        return await store.KeepAsync(graphic, body.ToJsonString(ReportJson.Options), known, cancel)
            ?? throw new ProblemException(
                $"The table was changed elsewhere at the same moment.",
                $"Reload the page to see that change, and do yours again.",
                field: "version"
            );
    }

    /// <summary>A table as it is kept, and the names that its rows have; null in one of before, whose rows are named anew.</summary>
    private static (Roster Roster, IReadOnlyDictionary<string, RowName>? Names) Read(string body)
    {
        var table = JsonNode.Parse(body)!.AsObject();
        table.Remove(Given, out var names);
        return (table.Deserialize<Roster>(ReportJson.Options)!, names?.Deserialize<Dictionary<string, RowName>>(ReportJson.Options));
    }

    /// <summary>Where the names of rows stand, which are no part of what pages send.</summary>
    private const string Given = "given";

    /// <summary>Columns whose field the graphic no longer has fill nothing.</summary>
    private static Roster Fitting(Roster roster, Graphic graphic) =>
        roster with
        {
            Columns =
            [
                .. roster.Columns.Select(c =>
                    c.Fills.Length == 0 || c.Fills.StartsWith('.') || (graphic.Fields ?? []).Any(f => f.IsNamed(c.Fills)) ? c : c with { Fills = "" }
                ),
            ],
        };

    public void Dispose() => opened.Dispose();
}
