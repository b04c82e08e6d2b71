using Hang.Core.Credits;
using Hang.Scene;
using Hang.Scene.Registry;
using Hang.Scene.Sources;
using Hang.Scene.Typesetting;
using Hang.Scene.Values;

namespace Hang.Core.Contents;

/// <summary>
/// Credits: a list of headings, roles and names, pictures and gaps, that rolls through the picture, comes in pages, or crawls sideways. The origin is the
/// middle of the picture's upper edge, of a crawl its left edge at the baseline.
/// </summary>
public sealed class Roll : ContentKind
{
    public const int MostCharacters = 40_000;

    private const string Setting = "Lines",
        Headings = "Headings",
        Roles = "Roles";

    public static readonly ValueSpec Lines = new(
        "lines",
        "Credits",
        new TextKind(MostCharacters),
        "",
        Value.Of(""),
        "One line each. \"# \" begins a heading, a tab or | stands between role and name, [file.png] is a picture, an empty line is room."
    )
    {
        Keyable = false,
        IsList = true,
    };

    public static readonly ValueSpec Moves = new(
        "moves",
        "Moves",
        new ChoiceKind("up", "pages", "crawl"),
        "",
        default,
        "Rolls upwards, comes in pages, or crawls to the left as one line."
    )
    {
        Keyable = false,
    };

    public static readonly ValueSpec Pace = new(
        "pace",
        "Goes by",
        new ChoiceKind("length", "speed"),
        "",
        default,
        "By the layer's length, which gives its speed; or by a speed, which gives the length that it wants."
    )
    {
        Keyable = false,
    };

    public static readonly ValueSpec Speed = new(
        "speed",
        "Speed",
        NumbersKind.Number,
        "px a frame",
        new(2),
        "How far it goes from frame to frame; whole pixels do not shimmer."
    )
    {
        Keyable = false,
        Least = 0.1,
        Most = 500,
    };

    public static readonly ValueSpec PageTime = new(
        "pageTime",
        "Each page",
        NumbersKind.Number,
        "s",
        new(4),
        "Seconds that each page stands; pages fade into each other."
    )
    {
        Keyable = false,
        Least = 0.2,
        Most = 600,
        Step = 0.5,
    };

    public static readonly ValueSpec Leading = new(
        "rowHeight",
        "Line height",
        NumbersKind.Number,
        "× size",
        new(1.4),
        "Distance from line to line as a multiple of the type size."
    )
    {
        Part = Setting,
        Keyable = false,
        Least = 0.5,
        Most = 10,
        Step = 0.05,
    };

    public static readonly ValueSpec GapHeight = new(
        "gapHeight",
        "Empty lines",
        NumbersKind.Number,
        "× size",
        new(1.2),
        "Height of an empty line as a multiple of the type size."
    )
    {
        Part = Setting,
        Keyable = false,
        Least = 0,
        Most = 50,
        Step = 0.1,
    };

    public static readonly ValueSpec Between = new("between", "Between columns", NumbersKind.Number, "px", new(40), "Room between roles and names.")
    {
        Part = Setting,
        Keyable = false,
        Least = 0,
        Most = 4000,
    };

    public static readonly ValueSpec LogoHeight = new("logoHeight", "Pictures", NumbersKind.Number, "px high", new(120), "Height of pictures in the list.")
    {
        Part = Setting,
        Keyable = false,
        Least = 1,
        Most = 4000,
    };

    public static readonly ValueSpec HeadingSize = new(
        "headingSize",
        "Size",
        NumbersKind.Number,
        "× size",
        new(1.3),
        "Size of headings as a multiple of the type size."
    )
    {
        Part = Headings,
        Keyable = false,
        Least = 0.1,
        Most = 10,
        Step = 0.05,
    };

    public static readonly ValueSpec HeadingWeight = new("headingWeight", "Weight", NumbersKind.Number, "", new(700), "CSS font weight of headings.")
    {
        Part = Headings,
        Keyable = false,
        Least = 1,
        Most = 1000,
    };

    public static readonly ValueSpec HeadingFill = new("headingFill", "Colour", PaintKind.Paint, "", new(1, 1, 1, 1), "Colour of headings.")
    {
        Part = Headings,
    };

    public static readonly ValueSpec RoleSize = new(
        "roleSize",
        "Size",
        NumbersKind.Number,
        "× size",
        new(0.85),
        "Size of roles as a multiple of the type size."
    )
    {
        Part = Roles,
        Keyable = false,
        Least = 0.1,
        Most = 10,
        Step = 0.05,
    };

    public static readonly ValueSpec RoleWeight = new("roleWeight", "Weight", NumbersKind.Number, "", new(400), "CSS font weight of roles.")
    {
        Part = Roles,
        Keyable = false,
        Least = 1,
        Most = 1000,
    };

    public static readonly ValueSpec RoleFill = new("roleFill", "Colour", PaintKind.Paint, "", new(1, 1, 1, 191 / 255.0), "Colour of roles.") { Part = Roles };

    internal static readonly TypeLook Look = new(numerals: 0, align: 0);

    private Roll()
        : base(
            "roll",
            "Credits roll",
            "Headings, roles and names that roll, come in pages, or crawl.",
            [
                Lines,
                Moves,
                Pace,
                Speed,
                PageTime,
                .. Look.Specs,
                Leading,
                GapHeight,
                Between,
                LogoHeight,
                HeadingSize,
                HeadingWeight,
                HeadingFill,
                RoleSize,
                RoleWeight,
                RoleFill,
            ]
        ) { }

    public override bool NeedsShowing => true;

    public override bool RunsThrough(ValueSet values) => values[Moves].Constant.X != 1;

    public override IEnumerable<(SourceKind Kind, string Key)> SourcesNamed(ValueSet values, IDocument document)
    {
        var files = CreditLine.Read(values[Lines].Constant.Text).SelectMany(l => l.Files).ToHashSet(StringComparer.OrdinalIgnoreCase);
        return document.Sources[PictureSources.Kind].Where(a => files.Contains(a.Value.Name)).Select(a => ((SourceKind)PictureSources.Kind, a.Key));
    }

    public override void Demand(ValueSet values, IDocument document, string layer, string at)
    {
        if (values[Look.Size].IsKeyed)
        {
            throw new ProblemException(
                $"The type of a roll keeps its size.",
                $"Take the keyframes of its type size away; scale the layer instead.",
                layer,
                $"{at}/typeSize"
            );
        }
    }

    public override Drawing Draw(ValueSet values, DrawContext at) => RollDrawing.Of(values, at.Shaper, at.Showing);

    public override int? FramesWanted(ValueSet values, ITypeShaper shaper, Showing showing) => RollDrawing.Of(values, shaper, showing).FramesWanted;
}
