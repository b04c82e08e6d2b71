using System.Collections.Immutable;
using Hang.Core.Checks;
using Hang.Core.Evaluation;
using Hang.Core.Fields;
using Hang.Core.Handoff;
using Hang.Core.Rosters;
using Hang.Media.Reports;
using Hang.Media.Tables;
using Hang.Paint.Pictures;
using Hang.Paint.Shaping;
using Hang.Scene;
using Hang.Scene.Sources;
using Hang.Server.Desk;
using Hang.Server.Handoffs;
using Hang.Server.Pictures;
using Hang.Server.Safety;
using Hang.Server.SignIn;
using Hang.Server.Sources;
using Hang.Store.Accounts;
using Hang.Store.Rosters;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Hang.Server.Rosters;

/// <summary>A roster as the screen shows it.</summary>
/// <param name="Graphic">Name of the graphic.</param>
/// <param name="Version">Of the roster; 0 before there is one.</param>
/// <param name="Key">Stands for the graphic as it is: where it, the columns and a row are the same, the row's picture is.</param>
public sealed record RosterView(Guid Id, string Graphic, int Width, int Height, int Version, Roster Roster, ImmutableArray<FieldFacts> Fields, string Key);

/// <summary>A roster as it is to be kept.</summary>
/// <param name="Version">The version that was changed; 0: there was none.</param>
public sealed record RosterChange(int Version, Roster Roster);

/// <summary>A row as it is filled.</summary>
/// <param name="Still">Address of its picture; null where it is refused.</param>
/// <param name="Sent">True when a file was made of it as it is; false when it has changed since; null when none was ever made.</param>
/// <param name="Handoff">The handoff that was made of it last.</param>
public sealed record RowView(string Id, string Name, string? Still, ImmutableArray<Finding> Findings, bool? Sent, Guid? Handoff);

/// <summary>Which rows are handed off, and as what.</summary>
/// <param name="Rows">Ids; null: all.</param>
/// <param name="Changed">True: only those of which there is no file as they are.</param>
public sealed record RosterOrder(HandoffOrder Order, ImmutableArray<string>? Rows = null, bool Changed = false);

/// <summary>A list, a line an item.</summary>
public sealed record ListLines(string Text);

/// <summary>What a roster's order made.</summary>
/// <param name="Left">Rows that were left out, since there is a file of them as they are.</param>
/// <param name="Refused">Rows that cannot be made as they are, each with what is wrong; the others went.</param>
public sealed record RosterOrdered(ImmutableArray<Guid> Handoffs, int Left, ImmutableArray<RefusedRow> Refused);

/// <summary>A row of which no file can be made.</summary>
/// <param name="Row">Its id.</param>
/// <param name="Number">Its place in the table, from 1.</param>
/// <param name="Name">What its take is called.</param>
public sealed record RefusedRow(string Row, int Number, string Name, Problem Problem);

/// <summary>Tables of rows, one filled graphic per row.</summary>
public static class RosterEndpoints
{
    private const int MostAtOnce = 200;

    public static void Map(IEndpointRouteBuilder app)
    {
        app.MapGroup("/api/lists")
            .WithTags("Roster")
            .Refuses()
            .MapPost("", ReadLinesAsync)
            .Needing(Role.Editor, Scope.Fill)
            .Takes(TableFile.MostBytes + 1)
            .WithName("readList")
            .WithSummary("Reads CSV, text with tabs or XLSX as the lines of a list, such as credits or the data of a chart; nothing is kept.")
            .Accepts<byte[]>("application/octet-stream", "text/csv");
        var api = app.MapGroup("/api/graphics/{id:guid}/roster").WithTags("Roster").Refuses();
        api.MapGet("", ViewAsync).WithName("roster").WithSummary("The table of rows that the graphic is filled with.");
        api.MapPut("", async (Guid id, RosterChange change, GraphicRosters rosters, CancellationToken cancel) =>
                await rosters.KeepAsync(id, change.Roster, change.Version, cancel)
            )
            .Needing(Role.Editor, Scope.Fill)
            .Takes(BodyLimits.Roster)
            .WithName("keepRoster")
            .WithSummary("Keeps the table; answers with its new version.");
        api.MapPost("/table", TableAsync)
            .Needing(Role.Editor, Scope.Fill)
            .Takes(TableFile.MostBytes + 1)
            .WithName("readTable")
            .WithSummary("Reads CSV, text with tabs or XLSX as a roster of this graphic; nothing is kept.")
            .Accepts<byte[]>("application/octet-stream", "text/csv");
        api.MapGet("/lines", async (Guid id, GraphicRosters rosters, CancellationToken cancel) =>
                new ListLines(LinesOf((await rosters.OpenAsync(id, cancel)).Roster))
            )
            .WithName("rosterLines")
            .WithSummary("The rows as lines of a list, such as credits.");
        api.MapPost("/pictures", PicturesAsync)
            .Needing(Role.Editor, Scope.Fill)
            .Takes(PicturePack.MostBytes + 1)
            .WithName("rosterPictures")
            .WithSummary("Takes pictures in, one or a zip full of them, for cells that say their file names.")
            .Accepts<byte[]>("application/octet-stream", "application/zip", "image/png");
        api.MapGet("/rows", RowsAsync)
            .WithName("rosterRows")
            .WithSummary("Some rows as they are filled: names, pictures, what is to be said of them, whether their files are made.");
        api.MapGet("/rows/{row}/still", StillAsync).WithName("rowStill").WithSummary("A small picture of a row.");
        api.MapPut("/rows/{row}", FillRowAsync)
            .Needing(Role.Editor, Scope.Fill)
            .Takes(BodyLimits.Take)
            .WithName("fillRow")
            .WithSummary("Fills a row from outside, by names of fields; one that there is not is added.");
        api.MapPost("/handoffs", OrderAsync)
            .Needing(Role.Editor)
            .Takes(BodyLimits.Take)
            .WithName("orderRoster")
            .WithSummary("Puts every row in line under its name, or those that have changed. Rows that cannot be made are listed; the others go.");
    }

    private static async Task<ListLines> ReadLinesAsync(string name, HttpRequest request, CancellationToken cancel) =>
        new(ListFile.Read(name, await Uploads.ReadAsync(request, name, TableFile.MostBytes, "table", cancel), cancel));

    private static string LinesOf(Roster roster)
    {
        var lines = TableLines.Of([
            .. roster.Rows.Select(r =>
                (IReadOnlyList<string>)[.. roster.Columns.Index().Where(c => !c.Item.Fills.StartsWith('.')).Select(c => r.Cell(c.Index))]
            ),
        ]);
        return lines.Length > 0
            ? lines
            : throw new ProblemException(
                $"The roster of this graphic has no rows.",
                $"Open its roster and give it a table, or open a table here.",
                field: "rows"
            );
    }

    private static async Task<RosterView> ViewAsync(Guid id, GraphicRosters rosters, CancellationToken cancel)
    {
        var open = await rosters.OpenAsync(id, cancel);
        return new(id, open.Graphic.Name, open.Graphic.Width, open.Graphic.Height, open.Version, open.Roster, FieldFacts.Of(open.Graphic), open.Key[..16]);
    }

    private static async Task<Roster> TableAsync(Guid id, string name, HttpRequest request, GraphicRosters rosters, CancellationToken cancel)
    {
        var bytes = await Uploads.ReadAsync(request, name, TableFile.MostBytes, "table", cancel);
        var graphic = (await rosters.OpenAsync(id, cancel)).Graphic;
        // A list without a heading is a list all the same: only a first row of two columns and more is always taken for one.
        return Binding.Of(TableFile.Read(name, bytes, first => first.Count > 1 || Binding.Names(first, graphic), cancel), graphic);
    }

    private static async Task<ImmutableSortedDictionary<string, RosterPicture>> PicturesAsync(
        string name,
        HttpRequest request,
        DocumentSources sources,
        CancellationToken cancel
    )
    {
        var bytes = await Uploads.ReadAsync(request, name, PicturePack.MostBytes, "file", cancel);
        var found = ImmutableSortedDictionary.CreateBuilder<string, RosterPicture>(StringComparer.Ordinal);
        foreach (var (file, picture) in PicturePack.IsPicture(name) ? [(name, bytes)] : PicturePack.Read(name, bytes, cancel))
        {
            var judged = await sources.AddAsync(PictureSources.Kind, file, picture, cancel);
            found[judged.Facts.Name] = new(judged.Hash, (Asset)judged.Facts);
        }
        return found.Count > 0 ? found.ToImmutable() : throw new ProblemException($"{name} holds no pictures.", $"Use PNG, JPEG or WebP.", field: "file");
    }

    /// <param name="from">Index of the first row.</param>
    /// <param name="count">How many; at most 200.</param>
    private static async Task<ImmutableArray<RowView>> RowsAsync(
        Guid id,
        int from,
        int count,
        GraphicRosters rosters,
        RosterStore store,
        PictureShelf pictures,
        SeenFirst seen,
        CancellationToken cancel
    )
    {
        var open = await rosters.OpenAsync(id, cancel);
        var files = (await store.FilesAsync(id, cancel)).ToDictionary(f => f.RowId, StringComparer.Ordinal);
        from = Math.Clamp(from, 0, open.Takes.Count);
        var rows = ImmutableArray.CreateBuilder<RowView>();
        foreach (var i in Enumerable.Range(from, Math.Clamp(count, 0, Math.Min(MostAtOnce, open.Takes.Count - from))))
        {
            await seen.QuietAsync(cancel);
            rows.Add(Row(open, i, files, id, pictures));
        }
        return rows.ToImmutable();
    }

    private static RowView Row(OpenRoster open, int index, Dictionary<string, RosterFile> files, Guid id, PictureShelf pictures)
    {
        var row = open.Roster.Rows[index];
        var (take, filled, findings) = RowFindings.Of(open.Takes, open.Graphic, index, TypeShaper.Shipped);
        var file = files.GetValueOrDefault(row.Id);
        if (take is null || filled is null)
        {
            return new(row.Id, open.Takes.NameOf(index), null, [.. findings], file is null ? null : false, file?.HandoffId);
        }
        var key = open.KeyOf(take);
        var atRest = GraphicReport.AtRest(new Evaluator(filled, TypeShaper.Shipped), pictures);
        return new(
            row.Id,
            open.Takes.NameOf(index),
            $"/api/graphics/{id}/roster/rows/{row.Id}/still?of={key[..16]}",
            [.. findings.Concat(atRest)],
            file is null ? null : file.MadeOf.StartsWith(key, StringComparison.Ordinal),
            file?.HandoffId
        );
    }

    private static async Task<FileContentHttpResult> StillAsync(
        Guid id,
        string row,
        GraphicRosters rosters,
        PictureShelf pictures,
        SeenFirst seen,
        HttpResponse response,
        CancellationToken cancel
    )
    {
        var open = await rosters.OpenAsync(id, cancel);
        var png = await seen.PaintAsync(
            () => SmallPicture.Seen(new(open.Takes.Of(open.Takes.IndexOf(row)).Of(open.Graphic, TypeShaper.Shipped), TypeShaper.Shipped), pictures),
            cancel
        );
        // The address holds what the picture is made of, so what is behind it never changes.
        response.Headers.CacheControl = "private, max-age=86400";
        return TypedResults.File(png, "image/png");
    }

    /// <summary>What another program knows goes into a row: scores, names, votes.</summary>
    private static async Task<int> FillRowAsync(Guid id, string row, Dictionary<string, string> values, GraphicRosters rosters, CancellationToken cancel)
    {
        for (var attempt = 0; ; attempt++)
        {
            var open = await rosters.OpenAsync(id, cancel);
            try
            {
                return await rosters.KeepAsync(id, OutsideRow.Put(open.Roster, open.Graphic, row, values), open.Version, cancel);
            }
            catch (ProblemException e) when (e.Problem.Field == "version" && attempt < 3)
            {
                // Somebody else's change came first: this one goes on top of it.
            }
        }
    }

    private static async Task<RosterOrdered> OrderAsync(
        Guid id,
        RosterOrder wanted,
        GraphicRosters rosters,
        RosterStore store,
        TakeDocuments documents,
        Order order,
        CancellationToken cancel
    )
    {
        var open = await rosters.OpenAsync(id, cancel);
        var files = (await store.FilesAsync(id, cancel)).ToDictionary(f => f.RowId, f => f.MadeOf, StringComparer.Ordinal);
        var chosen = wanted.Rows?.ToHashSet(StringComparer.Ordinal);
        var (due, refused, left) = (new List<(string Row, Take Take, string Made)>(), ImmutableArray.CreateBuilder<RefusedRow>(), 0);
        foreach (var row in Enumerable.Range(0, open.Takes.Count).Where(i => chosen?.Contains(open.Roster.Rows[i].Id) != false && !open.Takes.FillsNothing(i)))
        {
            cancel.ThrowIfCancellationRequested();
            var key = open.Roster.Rows[row].Id;
            try
            {
                var take = open.Takes.Of(row);
                var made = open.KeyOf(take, wanted.Order);
                if (wanted.Changed && files.GetValueOrDefault(key) == made)
                {
                    left++;
                    continue;
                }
                await DemandAsync(take);
                due.Add((key, take, made));
            }
            catch (ProblemException e)
            {
                refused.Add(new(key, row + 1, open.Takes.NameOf(row), e.Problem));
            }
        }
        if (due.Count == 0)
        {
            return refused.Count > 0
                    ? throw new ProblemException(refused[0].Problem with { Message = $"Row {refused[0].Number}: {refused[0].Problem.Message}" })
                : left > 0 ? new([], left, [])
                : throw new ProblemException($"There are no rows to hand off.", $"Fill the table, or choose rows.", field: "rows");
        }
        // Each was looked at above, so that one without its glyphs leaves the others alone.
        var ids = await order.AskAsync([id], wanted.Order with { Takes = [.. due.Select(t => t.Take)], AsItIs = true }, cancel);
        var each = ids.Count / due.Count;
        await store.NoteAsync(id, due.Select((t, i) => new RosterFile(t.Row, ids[i * each], t.Made)), cancel);
        return new([.. ids], left, refused.ToImmutable());

        async Task DemandAsync(Take take)
        {
            await documents.DemandPicturesAsync(take, cancel);
            var filled = take.Of(open.Graphic, TypeShaper.Shipped);
            if (!wanted.Order.AsItIs)
            {
                MissingGlyphs.Demand(new(filled, TypeShaper.Shipped));
            }
        }
    }
}
