using System.Collections.Immutable;
using Hang.Core.Credits;
using Hang.Scene.Geometry;
using Hang.Scene.PaintList;
using Hang.Scene.Registry;
using Hang.Scene.Typesetting;

namespace Hang.Core.Contents;

/// <summary>Credits on their way: where the sheet is at a moment, or which page of it shows.</summary>
internal abstract class RollDrawing(Showing showing) : Drawing, IWording
{
    // Of the picture's height: how far a page keeps from its upper and lower edge.
    private const double PageMargin = 0.1;

    /// <summary>When and in how large a picture it shows.</summary>
    protected Showing Showing => showing;

    /// <summary>Frames that the layer has to show for it to end just then; null: it ends with the layer.</summary>
    public abstract int? FramesWanted { get; }

    /// <summary>px a frame; 0 for pages.</summary>
    public abstract double PixelsAFrame { get; }

    /// <summary>How it travels; null for pages.</summary>
    public abstract RollClock? Clock { get; }

    public abstract IEnumerable<string> Missing { get; }

    public IEnumerable<(double X, double Top, double Bottom)> CaretsAt(double time) => [];

    public override bool HasSteadyBox => false;

    public static RollDrawing Of(ValueSet values, ITypeShaper shaper, Showing showing)
    {
        double? speed = values[Roll.Pace].Constant.X == 0 ? null : values[Roll.Speed].Constant.X;
        if (values[Roll.Moves].Constant.X == 2)
        {
            var lines = CreditLine
                .Read(values[Roll.Lines].Constant.Text)
                .Where(l => l.Kind is not (CreditKind.Gap or CreditKind.Logos))
                .Select(l => l.Kind == CreditKind.Pair ? $"{l.Left} {l.Right}".Trim() : l.Left);
            return new Crawling(Roll.Look.Draw(values, string.Join("     ·     ", lines), shaper), showing, speed);
        }
        var sheet = RollSheet.Of(values, shaper, showing.Sources);
        return values[Roll.Moves].Constant.X == 1 ? new Paged(sheet, showing, values[Roll.PageTime].Constant.X) : new Rolling(sheet, showing, speed);
    }

    private protected static IEnumerable<string> MissingOf(IEnumerable<Drawing> words) => words.OfType<IWording>().SelectMany(w => w.Missing).Distinct();

    private static void Parts(StripWriter writer, IEnumerable<SheetPart> parts)
    {
        foreach (var part in parts)
        {
            if (part.Picture is { } picture)
            {
                writer.Picture(picture, true, _ => part.Box);
                continue;
            }
            writer.Add(Ops.Place, [], [], 0, true, (_, v) => (v[0], v[3], v[4], v[5], v[6]) = (1, 1, (float)part.X, (float)part.Y, 1));
            part.Words!.Write(writer);
            writer.Close();
        }
    }

    private static Box BoxOf(IEnumerable<SheetPart> parts) => parts.Aggregate(Box.Empty, (all, p) => all.Union(p.Box));

    /// <summary>From below the picture to above it.</summary>
    private sealed class Rolling : RollDrawing
    {
        private readonly RollSheet sheet;
        private readonly Box whole;

        public Rolling(RollSheet sheet, Showing showing, double? speed)
            : base(showing)
        {
            (this.sheet, whole) = (sheet, BoxOf(sheet.Rows.SelectMany(r => r.Parts)));
            var clock = new RollClock(showing.Height + sheet.Height);
            (Clock, PixelsAFrame, FramesWanted) = (clock, speed ?? clock.Speed(showing.Last - showing.First + 1), speed is { } s ? clock.Frames(s) : null);
        }

        public override int? FramesWanted { get; }

        public override double PixelsAFrame { get; }

        public override RollClock? Clock { get; }

        public override IEnumerable<string> Missing => MissingOf(sheet.Words);

        public override Box BoxAt(double time) => whole.IsEmpty ? whole : new(whole.Left, whole.Top + YAt(time), whole.Right, whole.Bottom + YAt(time));

        public override void Write(StripWriter writer)
        {
            if (whole.IsEmpty)
            {
                return;
            }
            writer.Add(Ops.Place, [], [], 0, false, (time, v) => (v[0], v[3], v[5], v[6]) = (1, 1, (float)YAt(time), 1));
            Parts(writer, sheet.Rows.SelectMany(r => r.Parts));
            writer.Close();
        }

        private double YAt(double time) => Showing.Height - PixelsAFrame * (time - Showing.First);
    }

    /// <summary>As one line, from the right of the picture to its left.</summary>
    private sealed class Crawling : RollDrawing
    {
        private readonly Drawing line;
        private readonly Box box;

        public Crawling(Drawing line, Showing showing, double? speed)
            : base(showing)
        {
            (this.line, box) = (line, line.BoxAt(0));
            var clock = new RollClock(showing.Width + Math.Max(0, box.Width));
            (Clock, PixelsAFrame, FramesWanted) = (clock, speed ?? clock.Speed(showing.Last - showing.First + 1), speed is { } s ? clock.Frames(s) : null);
        }

        public override int? FramesWanted { get; }

        public override double PixelsAFrame { get; }

        public override RollClock? Clock { get; }

        public override IEnumerable<string> Missing => MissingOf([line]);

        public override Box BoxAt(double time) => box.IsEmpty ? box : new(box.Left + XAt(time), box.Top, box.Right + XAt(time), box.Bottom);

        public override void Write(StripWriter writer)
        {
            writer.Add(Ops.Place, [], [], 0, false, (time, v) => (v[0], v[3], v[4], v[6]) = (1, 1, (float)XAt(time), 1));
            line.Write(writer);
            writer.Close();
        }

        private double XAt(double time) => Showing.Width - (box.IsEmpty ? 0 : box.Left) - PixelsAFrame * (time - Showing.First);
    }

    /// <summary>Page after page in the midst of the picture; where there is a gap the page may end.</summary>
    private sealed class Paged : RollDrawing
    {
        private const double FadeSeconds = 0.4;
        private readonly ImmutableArray<(ImmutableArray<SheetPart> Parts, double Top, double Height)> pages;
        private readonly double frames,
            fade;

        public Paged(RollSheet sheet, Showing showing, double seconds)
            : base(showing)
        {
            pages =
            [
                .. Pages(sheet, showing.Height * (1 - 2 * PageMargin))
                    .Select(p => (p.SelectMany(r => r.Parts).ToImmutableArray(), p[0].Top, p[^1].Top + p[^1].Height - p[0].Top)),
            ];
            frames = Math.Max(1, Math.Round(seconds * showing.Rate.PerSecond));
            fade = Math.Min(frames / 2, FadeSeconds * showing.Rate.PerSecond);
        }

        public override int? FramesWanted => (int)(pages.Length * frames);

        public override double PixelsAFrame => 0;

        public override RollClock? Clock => null;

        public override IEnumerable<string> Missing => MissingOf(pages.SelectMany(p => p.Parts).Select(p => p.Words).OfType<Drawing>());

        public override Box BoxAt(double time) => pages.IsEmpty ? Box.Empty : Moved(Math.Clamp((int)((time - Showing.First) / frames), 0, pages.Length - 1));

        public override void Write(StripWriter writer)
        {
            for (var i = 0; i < pages.Length; i++)
            {
                var page = i;
                writer.Add(Ops.Place, [], [], 0, false, (time, v) =>
                {
                    var since = time - Showing.First - page * frames;
                    (v[0], v[3], v[5]) = (1, 1, (float)YOf(page));
                    v[6] = (float)Math.Clamp(Math.Min(since + 1, frames - since) / fade, 0, 1);
                });
                Parts(writer, pages[page].Parts);
                writer.Close();
            }
        }

        private double YOf(int page) => Math.Round((Showing.Height - pages[page].Height) / 2 - pages[page].Top);

        private Box Moved(int page)
        {
            var box = BoxOf(pages[page].Parts);
            return box.IsEmpty ? box : new(box.Left, box.Top + YOf(page), box.Right, box.Bottom + YOf(page));
        }

        /// <summary>As many rows on each page as have room; a part that begins with a gap goes to the next where it would be cut.</summary>
        private static IEnumerable<List<SheetRow>> Pages(RollSheet sheet, double room)
        {
            var rest = sheet.Rows.ToList();
            while (rest.Count > 0)
            {
                rest = [.. rest.SkipWhile(r => r.IsGap)];
                var fits = rest.TakeWhile(r => r.Top + r.Height - rest[0].Top <= room).Count();
                if (fits < rest.Count && rest.Take(fits).ToList().FindLastIndex(r => r.IsGap) is > 0 and var gap)
                {
                    fits = gap;
                }
                fits = Math.Max(1, fits);
                if (rest.Count > 0)
                {
                    yield return rest[..Math.Min(fits, rest.Count)];
                }
                rest = rest.Count > 0 ? rest[Math.Min(fits, rest.Count)..] : rest;
            }
        }
    }
}
