using System.Text.Json;
using Hang.Core.Documents;
using Hang.Core.Edits;
using Hang.Paint.Shaping;
using Hang.Scene.Values;
using Hang.Store.Packages;
using Hang.Store.Revisions;
using Npgsql;

namespace Hang.Benchmarks;

/// <summary>What 1000 edits of one keyframe each take in the store, against keeping the whole document each time, in a graphic of 200 layers.</summary>
internal static class RevisionsMeasure
{
    private static readonly int Edits = Measure.Times(1000, 20);

    public static async Task<Measure> RunAsync()
    {
        // The server makes the schema, and puts its demo into an empty database.
        await RunningHang.StartAsync();
        var database = RunningHang.Database;
        await using var source = NpgsqlDataSource.Create(database);
        var (packages, revisions) = (new PackageStore(source), new RevisionStore(source));
        var graphic = ManyLayers.Make();
        var document = GraphicJson.Write(graphic);
        var id = await revisions.AddAsync(await packages.AddAsync($"Measured {Guid.NewGuid():N}"), document, $"made");
        var wholes = (double)document.Length;
        for (var i = 0; i < Edits; i++)
        {
            var edit = new SetValue($"l{i % ManyLayers.Layers + 1}", new Address("position"), JsonSerializer.SerializeToElement(new[] { i, i }), 160);
            graphic = edit.ApplyTo(graphic, TypeShaper.Shipped);
            var next = GraphicJson.Write(graphic);
            document = await revisions.KeepAsync(
                (await revisions.HeadAsync(id))!,
                Guid.NewGuid(),
                document,
                next,
                edit.Write(),
                $"edit",
                GraphicFacts.Of(graphic)
            );
            wholes += next.Length + edit.Write().Length;
        }
        var bytes = await revisions.BytesAsync(id);
        return new(
            "revisions",
            "bytes of 1000 edits / of their whole documents, 200 layers",
            bytes / wholes,
            "<= 0.05",
            new() { ["MB kept"] = bytes / 1e6, ["MB of whole documents"] = wholes / 1e6 }
        );
    }
}
