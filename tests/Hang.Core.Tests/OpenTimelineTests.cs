using System.Text.Json.Nodes;
using Hang.Core.Checks.Frames;
using Hang.Core.Handoff;
using Hang.Scene.Phases;
using Hang.Scene.Time;
using static Hang.Core.Tests.Samples;

namespace Hang.Core.Tests;

/// <summary>
/// The timeline against the published file format of OpenTimelineIO ("File Format Specification" and "Serialized Data Documentation"; the names and
/// versions of its schemata are from memory).
/// </summary>
public sealed class OpenTimelineTests
{
    private static NameCard Card(string title, FrameRate rate, int from = 0, int to = 99, FileKind kind = FileKind.Prores, string? timecode = null) =>
        NameCard.Of(
            Graphic() with
            {
                Rate = rate,
                Phases = new PhaseLengths(20, 60, 20),
            },
            new HandoffPlan(kind, Backing.None, from, to) { Timecode = timecode }.Demand(Graphic() with { Rate = rate }),
            title
        );

    private static JsonNode Written(params (string, NameCard)[] files) => JsonNode.Parse(OpenTimeline.Write(files))!;

    private static JsonArray Clips(JsonNode timeline) => timeline["tracks"]!["children"]![0]!["children"]!.AsArray();

    private static (double Start, double Length, double Rate) Range(JsonNode range)
    {
        Assert.Equal("TimeRange.1", (string?)range["OTIO_SCHEMA"]);
        var (start, length) = (range["start_time"]!, range["duration"]!);
        Assert.All([start, length], t => Assert.Equal("RationalTime.1", (string?)t["OTIO_SCHEMA"]));
        Assert.Equal((double)start["rate"]!, (double)length["rate"]!);
        return ((double)start["value"]!, (double)length["value"]!, (double)start["rate"]!);
    }

    [Fact]
    public void EveryObjectSaysItsSchemaAndTheTrackIsOfVideo()
    {
        var timeline = Written(("a.mov", Card("A", new(25))), ("b.mov", Card("B", new(25))));
        Assert.Equal("Timeline.1", (string?)timeline["OTIO_SCHEMA"]);
        Assert.Equal("Stack.1", (string?)timeline["tracks"]!["OTIO_SCHEMA"]);
        var track = timeline["tracks"]!["children"]![0]!;
        Assert.Equal(("Track.1", "Video"), ((string?)track["OTIO_SCHEMA"], (string?)track["kind"]));
        Assert.Equal(["A", "B"], Clips(timeline).Select(c => (string?)c!["name"]));
        Assert.All(Clips(timeline), c =>
            Assert.Equal(("Clip.1", "ExternalReference.1"), ((string?)c!["OTIO_SCHEMA"], (string?)c["media_reference"]!["OTIO_SCHEMA"]))
        );
        AllSaySchema(timeline);

        static void AllSaySchema(JsonNode? node)
        {
            if (node is JsonArray list)
            {
                foreach (var one in list)
                {
                    AllSaySchema(one);
                }
            }
            if (node is JsonObject thing)
            {
                foreach (var (name, child) in thing)
                {
                    // Metadata is anybody's own.
                    if (name != "metadata" && child is JsonObject)
                    {
                        Assert.NotNull(child["OTIO_SCHEMA"]);
                    }
                    AllSaySchema(name == "metadata" ? null : child);
                }
            }
        }
    }

    /// <summary>A clip is all of its file, which begins at its timecode.</summary>
    [Theory]
    [InlineData(25, 1, 0, 99, null, 0, 100)]
    [InlineData(25, 1, 10, 59, null, 10, 50)]
    [InlineData(25, 1, 10, 59, "01:00:00:00", 90000, 50)]
    [InlineData(60, 1, 0, 99, "00:01:00:00", 3600, 100)]
    [InlineData(30000, 1001, 0, 99, "00:10:00;00", 17982, 100)]
    public void RangesCountFromTheTimecode(int numerator, int denominator, int from, int to, string? timecode, int start, int length)
    {
        var rate = new FrameRate(numerator, denominator);
        var clip = Clips(Written(("a.mov", Card("A", rate, from, to, timecode: timecode))))[0]!;
        Assert.Equal((start, length, (double)numerator / denominator), Range(clip["source_range"]!));
        Assert.Equal(Range(clip["source_range"]!), Range(clip["media_reference"]!["available_range"]!));
    }

    [Fact]
    public void NamesOfFilesAreAddressesAndTheAlphaIsSaid()
    {
        var clip = Clips(Written(("Bienen & Blüten #2.mov", Card("A", new(25)))))[0]!;
        Assert.Equal("Bienen & Blüten #2.mov", Uri.UnescapeDataString((string)clip["media_reference"]!["target_url"]!));
        Assert.DoesNotContain(' ', (string)clip["media_reference"]!["target_url"]!);
        Assert.Equal("straight alpha", (string?)clip["metadata"]!["hang"]!["alpha"]);
    }

    [Fact]
    public void AStingersCutIsAMarkerCountedAsItsFileIs()
    {
        var card = Card("Stinger", new(25), 10, 89, timecode: "00:00:10:00").With(new CoverWindow(40, 61, 51));
        var markers = Clips(Written(("s.mov", card)))[0]!["markers"]!.AsArray();
        Assert.Equal(["Cut", "Everything is hidden"], markers.Select(m => (string?)m!["name"]));
        Assert.Equal((250 + 41, 1, 25), Range(markers[0]!["marked_range"]!));
        Assert.Equal((250 + 30, 22, 25), Range(markers[1]!["marked_range"]!));
        Assert.Empty(Clips(Written(("a.mov", Card("A", new(25)))))[0]!["markers"]!.AsArray());
    }
}
