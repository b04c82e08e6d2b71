using System.Collections.Immutable;
using System.Globalization;
using Hang.Core.Checks;
using Hang.Core.Checks.Frames;
using Hang.Core.Documents;
using Hang.Core.Evaluation;
using Hang.Core.Handoff;
using Hang.Core.Sounds;
using Hang.Paint.Pictures;
using Hang.Paint.Shaping;
using Hang.Scene;
using Hang.Scene.Colour;
using Hang.Scene.Time;

namespace Hang.Media.Reports;

/// <summary>All that is known of a graphic before it is handed off, as numbers; what of it a person should look at is in the findings.</summary>
/// <param name="Findings">The gravest first.</param>
/// <param name="Cover">The frames in which everything is hidden; null where there are none.</param>
/// <param name="Hole">Where the frame that hides most still lets something through; null where a frame hides all.</param>
/// <param name="SafestKey">The key colour that is farthest from all that the graphic shows.</param>
/// <param name="ChosenKey">How far the key colour is that was chosen; null where none was.</param>
/// <param name="Spill">How much of what is seen mixes with what is behind, in the worst frame, 0..1.</param>
/// <param name="FirstSeen">First frame in which something is seen; -1 where there is none.</param>
/// <param name="LastSeen">Last frame in which something is seen; -1 where there is none.</param>
public sealed record GraphicReport(
    ImmutableArray<Finding> Findings,
    CoverWindow? Cover,
    Hole? Hole,
    Seam Seam,
    Flashes Flashes,
    KeyDistance SafestKey,
    KeyDistance? ChosenKey,
    double Spill,
    int FirstSeen,
    int LastSeen,
    ReadingTime Reading
)
{
    /// <summary>How loud it is, after EBU R 128; null without sound.</summary>
    public Loudness? Loudness { get; init; }

    /// <summary>The report with what is known of the sound; null: there is none.</summary>
    public GraphicReport With(Graphic graphic, SoundMix? mix)
    {
        if (mix is null or { IsSilent: true })
        {
            return this;
        }
        var loudness = Core.Sounds.Loudness.Of(mix, 0, mix.Count);
        return this with { Loudness = loudness, Findings = [.. Findings.Concat(SoundChecks.Of(graphic, mix, loudness)).OrderByDescending(f => f.Weight)] };
    }

    private const double LargeType = 24,
        LargeRatio = 3,
        SmallRatio = 4.5,
        MostlyCovered = 0.5;

    /// <param name="backing">What will be rendered behind it; a key colour is judged.</param>
    public static async Task<GraphicReport> OfAsync(Evaluator evaluator, PictureShelf pictures, Backing? backing = null, CancellationToken cancel = default)
    {
        var graphic = evaluator.Graphic;
        var (cover, empty, seam, flash, key) = (new CoverWatch(), new EmptyWatch(), new SeamWatch(), new FlashWatch(graphic.Rate), new KeyColourWatch());
        await PaintedFrames.ShowAsync(evaluator, pictures, [cover, empty, seam, flash, key], cancel);
        var chosen = backing is { Kind: BackingKind.Key } ? key.Distance(backing.Behind()!.Value) : null;
        var reading = ReadingTime.Of(evaluator, TypeShaper.Shipped);
        var report = new GraphicReport(
            [],
            cover.Window,
            cover.Window is null ? cover.Nearest : null,
            seam.Seam,
            flash.Worst,
            key.Safest,
            chosen,
            key.Spill,
            empty.First,
            empty.Last,
            reading
        );
        var findings = report
            .FromFrames(graphic)
            .Concat(WordChecks.Of(evaluator, empty.Last == graphic.Phases.Total - 1))
            .Concat(Characters(evaluator))
            .Concat(FromReading(graphic, reading))
            .Concat(Contrasts(evaluator, pictures))
            .Concat(RunChecks.Of(graphic, TypeShaper.Shipped))
            .Concat(PlacedChecks.Of(evaluator))
            .Concat(FieldTrial.Of(graphic, TypeShaper.Shipped).Select(t => t.Finding).OfType<Finding>());
        return report with { Findings = [.. findings.OrderByDescending(f => f.Weight)] };
    }

    /// <summary>
    /// What can be said of a filled graphic from its last frame of Hold, without painting all of it: crowded words, missing characters, contrast, reading
    /// time. The gravest first.
    /// </summary>
    public static ImmutableArray<Finding> AtRest(Evaluator evaluator, PictureShelf pictures) =>
        [
            .. WordChecks
                .AtRest(evaluator)
                .Concat(PlacedChecks.Of(evaluator))
                .Concat(Characters(evaluator))
                .Concat(Contrasts(evaluator, pictures))
                .Concat(FromReading(evaluator.Graphic, ReadingTime.Of(evaluator, TypeShaper.Shipped)))
                .Where(f => f.Weight > Weight.Note)
                .OrderByDescending(f => f.Weight),
        ];

    private IEnumerable<Finding> FromFrames(Graphic graphic)
    {
        var total = graphic.Phases.Total;
        string At(int frame) => $"{frame.ToString(CultureInfo.InvariantCulture)} ({Timecode.Format(frame, graphic.Rate)})";
        if (FirstSeen < 0)
        {
            yield return new(
                "empty",
                Weight.Error,
                new($"Nothing is seen in any frame.", $"Add a layer, or raise the opacity of one."),
                0,
                total - 1,
                total,
                "frames"
            );
            yield break;
        }
        if (graphic.Kind == GraphicKind.Stinger)
        {
            yield return Cover is { } window
                ? new(
                    "cover",
                    Weight.Note,
                    new($"It hides everything from frame {At(window.From)} to {At(window.To)}.", $"Cut at frame {At(window.Cut)}."),
                    window.From,
                    window.To,
                    window.To - window.From + 1,
                    "frames"
                )
                : new(
                    "cover",
                    Weight.Error,
                    new(
                        $"No frame hides everything: at frame {Hole!.Frame} {Hole.Pixels} pixels are not covered, the first at {Hole.X}, {Hole.Y}.",
                        $"Make the cover larger or opaque there, so that the cut is not seen."
                    ),
                    Hole.Frame,
                    Hole.Frame,
                    Hole.Pixels,
                    "px"
                );
        }
        // A roll begins and ends outside of the picture.
        var most = graphic.Kind == GraphicKind.Credits ? graphic.Rate.Nominal / 2 : 1;
        if (FirstSeen > most)
        {
            yield return new(
                "empty",
                Weight.Warning,
                new($"The first {FirstSeen} frames show nothing.", $"Hand off from frame {At(FirstSeen)}, or let it arrive sooner."),
                0,
                FirstSeen - 1,
                FirstSeen,
                "frames"
            );
        }
        if (LastSeen < total - 1 - most)
        {
            var tail = total - 1 - LastSeen;
            yield return new(
                "empty",
                Weight.Warning,
                new($"The last {tail} frames show nothing.", $"Hand off until frame {At(LastSeen)}, or shorten Leave."),
                LastSeen + 1,
                total - 1,
                tail,
                "frames"
            );
        }
        if (
            (
                graphic.Kind == GraphicKind.Bug
                || (graphic.Phases is { Arrive: 0, Leave: 0 } && graphic.Kind is not (GraphicKind.Countdown or GraphicKind.Credits))
            ) && !Seam.Closes
        )
        {
            yield return new(
                "seam",
                Weight.Warning,
                new(
                    $"As a loop it jumps: from its end to its start it changes by {Seam.Step:0.0}, usually by {Seam.Usual:0.0} of 255.",
                    Seam.Length is { } length
                        ? (Sentence)$"With {length} frames it closes."
                        : $"Let its last keyframe be what the first is, and its idle motions end on whole cycles."
                ),
                total - 1,
                0,
                Seam.Step,
                "of 255"
            );
        }
        if (Flashes.Harms)
        {
            var count = Math.Max(Flashes.General, Flashes.Red);
            yield return new(
                "flashes",
                Weight.Error,
                new(
                    Flashes.General >= Flashes.Red
                        ? (Sentence)$"{count} flashes within the second from frame {Flashes.Frame}; more than {Flashes.Most} can cause seizures."
                        : $"{count} flashes of red within the second from frame {Flashes.Frame}; more than {Flashes.Most} can cause seizures.",
                    $"Make it blink more slowly, less brightly, or in a smaller place (WCAG 2.2, ITU-R BT.1702)."
                ),
                Flashes.Frame,
                Math.Min(total - 1, Flashes.Frame + graphic.Rate.Nominal - 1),
                count,
                "flashes"
            );
        }
        if (ChosenKey is { WouldKeyOut: true } near)
        {
            yield return new(
                "keyColour",
                Weight.Error,
                new(
                    $"A keyer would take {near.Nearest} of the graphic for the key colour {near.Colour}.",
                    $"Choose {SafestKey.Colour} as key colour, or hand off with transparency."
                ),
                null,
                null,
                near.Distance,
                "of 255"
            );
        }
        yield return new(
            "keyColour",
            Weight.Note,
            new(
                $"The safest key colour is {SafestKey.Colour}, {SafestKey.Distance:0} of 255 from {SafestKey.Nearest}; {Spill * 100:0.#} % of what is seen mixes with it.",
                SafestKey.WouldKeyOut ? (Sentence)$"No key colour is safe: hand off with transparency." : $"Use it where the file will be keyed."
            ),
            null,
            null,
            SafestKey.Distance,
            "of 255"
        );
    }

    private static IEnumerable<Finding> FromReading(Graphic graphic, ReadingTime reading)
    {
        // Credits run by, and a bug or a button is known and not read.
        if (
            graphic.Kind is GraphicKind.Credits or GraphicKind.Bug or GraphicKind.Button or GraphicKind.Stinger or GraphicKind.Countdown
            || reading.Words == 0
            || reading.Stands >= reading.Needs
        )
        {
            yield break;
        }
        yield return new(
            "reading",
            Weight.Warning,
            new(
                $"{reading.Words} words need {reading.Needs} frames to be read, and stand for {reading.Stands}.",
                reading.Stands == 0 ? (Sentence)$"Let all words stand still, opaque and whole for a while." : $"Hold for {reading.HoldThatWouldDo} frames."
            ),
            null,
            null,
            reading.Stands,
            "frames"
        );
    }

    private static IEnumerable<Finding> Characters(Evaluator evaluator) => GraphicChecks.Of(evaluator).Where(f => f.Check == "characters");

    private static IEnumerable<Finding> Contrasts(Evaluator evaluator, PictureShelf pictures)
    {
        var graphic = evaluator.Unfolded.Whole;
        var shown = WordChecks.Shown(evaluator, graphic.Phases.HoldLast);
        var rest = graphic.Phases.HoldLast;
        foreach (var layer in graphic.Layers.Where(l => l.Content.Kind.Worded is not null && !l.Hidden && !l.Guide && shown.Contains(l.Id)))
        {
            if (ContrastBehind.Of(graphic, layer.Id, rest, TypeShaper.Shipped, pictures) is not { } contrast)
            {
                continue;
            }
            var needs = layer.Content.Values.Find("typeSize") is { } size && layer.Content.Values[size].At(rest).X >= LargeType ? LargeRatio : SmallRatio;
            if (contrast.Covered >= MostlyCovered && contrast.Ratio < needs)
            {
                yield return new Finding(
                    "contrast",
                    Weight.Warning,
                    new(
                        $"Its contrast with what is behind it is {contrast.Ratio:0.0}:1, and {needs:0.0}:1 is needed.",
                        $"Make it lighter or darker, or put a plate behind it (WCAG 2.2).",
                        layer.Name,
                        "fill"
                    ),
                    rest,
                    rest,
                    contrast.Ratio,
                    ":1"
                ).About(layer);
            }
            else if (contrast.Covered < MostlyCovered)
            {
                yield return Alone(layer, rest);
            }
        }
    }

    /// <summary>Words with nothing behind them: what they are on the darkest and the brightest footage.</summary>
    private static Finding Alone(Core.Layers.Layer layer, int frame)
    {
        var value = layer.Content.Values[layer.Content.Values.Find("fill")!].At(frame);
        var colour = new Rgba(value.X, value.Y, value.Z, value.W);
        var (onBlack, onWhite) = (Contrast.Ratio(colour, Rgba.Black), Contrast.Ratio(colour, Rgba.White));
        return new Finding(
            "contrast",
            Weight.Note,
            new(
                $"Its contrast depends on the footage: {onBlack:0.0}:1 over black, {onWhite:0.0}:1 over white.",
                $"Give it a plate, a line or a shadow where the footage may be as bright as it is.",
                layer.Name,
                "fill"
            ),
            frame,
            frame,
            Math.Min(onBlack, onWhite),
            ":1"
        ).About(layer);
    }
}
