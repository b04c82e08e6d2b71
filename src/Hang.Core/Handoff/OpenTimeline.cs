using System.Globalization;
using System.Text.Json;
using System.Text.Json.Nodes;
using Hang.Scene;
using Hang.Scene.Time;

namespace Hang.Core.Handoff;

/// <summary>
/// Delivered files as an OpenTimelineIO timeline (its JSON, schema Timeline.1): one clip after the other on one track, each with its timecode, and a
/// stinger's cut frame as a marker.
/// </summary>
public static class OpenTimeline
{
    private static readonly JsonSerializerOptions Indented = new() { WriteIndented = true };

    /// <param name="files">Each with its name card, in the order of the track.</param>
    public static string Write(IReadOnlyList<(string FileName, NameCard Card)> files)
    {
        var timeline = new JsonObject
        {
            ["OTIO_SCHEMA"] = "Timeline.1",
            ["name"] = "Handoffs",
            ["global_start_time"] = null,
            ["metadata"] = new JsonObject(),
            ["tracks"] = new JsonObject
            {
                ["OTIO_SCHEMA"] = "Stack.1",
                ["name"] = "tracks",
                ["source_range"] = null,
                ["effects"] = new JsonArray(),
                ["markers"] = new JsonArray(),
                ["metadata"] = new JsonObject(),
                ["children"] = new JsonArray(
                    new JsonObject
                    {
                        ["OTIO_SCHEMA"] = "Track.1",
                        ["name"] = "Graphics",
                        ["kind"] = "Video",
                        ["source_range"] = null,
                        ["effects"] = new JsonArray(),
                        ["markers"] = new JsonArray(),
                        ["metadata"] = new JsonObject(),
                        ["children"] = new JsonArray([.. files.Select(f => Clip(f.FileName, f.Card))]),
                    }
                ),
            },
        };
        return timeline.ToJsonString(Indented);
    }

    private static JsonObject Clip(string fileName, NameCard card)
    {
        var rate = FrameRate.Parse(card.Rate);
        // A file whose rate is a part of the graphic's counts from its own first frame.
        var start = First(card, rate);
        return new()
        {
            ["OTIO_SCHEMA"] = "Clip.1",
            ["name"] = card.Title,
            ["source_range"] = Range(start, card.Frames, rate),
            ["effects"] = new JsonArray(),
            ["markers"] = card.CutFrame is { } cut
                ? new JsonArray(
                    Marker("Cut", start + cut, 1, rate),
                    Marker("Everything is hidden", start + card.CoverFrom!.Value, card.CoverTo!.Value - card.CoverFrom.Value + 1, rate)
                )
                : new JsonArray(),
            ["metadata"] = new JsonObject
            {
                ["hang"] = new JsonObject
                {
                    ["alpha"] = card.Alpha.ToString(),
                    ["backing"] = card.Backing.ToString(),
                    ["kind"] = card.Kind,
                },
            },
            ["media_reference"] = new JsonObject
            {
                ["OTIO_SCHEMA"] = "ExternalReference.1",
                ["name"] = fileName,
                ["target_url"] = Uri.EscapeDataString(fileName),
                ["available_range"] = Range(start, card.Frames, rate),
                ["metadata"] = new JsonObject(),
            },
        };
    }

    private static int First(NameCard card, FrameRate rate)
    {
        try
        {
            return Timecode.Parse(card.Timecode, rate);
        }
        catch (ProblemException)
        {
            return 0;
        }
    }

    private static JsonObject Marker(string name, int at, int length, FrameRate rate) =>
        new()
        {
            ["OTIO_SCHEMA"] = "Marker.2",
            ["name"] = name,
            ["color"] = "RED",
            ["marked_range"] = Range(at, length, rate),
            ["metadata"] = new JsonObject(),
        };

    private static JsonObject Range(int start, int length, FrameRate rate) =>
        new()
        {
            ["OTIO_SCHEMA"] = "TimeRange.1",
            ["start_time"] = At(start, rate),
            ["duration"] = At(length, rate),
        };

    private static JsonObject At(int frames, FrameRate rate) =>
        new()
        {
            ["OTIO_SCHEMA"] = "RationalTime.1",
            ["rate"] = double.Parse(rate.PerSecond.ToString("R", CultureInfo.InvariantCulture), CultureInfo.InvariantCulture),
            ["value"] = frames,
        };
}
