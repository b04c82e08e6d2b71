using Hang.Scene;
using Hang.Scene.Registry;
using Hang.Scene.Sources;
using Hang.Scene.Time;
using Hang.Scene.Values;

namespace Hang.Core.Contents;

/// <summary>A sound. It is heard from the layer's in point to its out point, or to its own end; it is nowhere on the stage.</summary>
public sealed class SoundContent : ContentKind
{
    /// <summary>The gain at which nothing is heard, dB.</summary>
    public const double Silence = -96;

    /// <summary>The highest gain, dB.</summary>
    public const double Loudest = 24;

    private const double LongestFade = 600,
        FarthestSlip = 7200;

    public static readonly ValueSpec Sound = new(
        "sound",
        "Sound",
        SoundSources.Kind.Value,
        "",
        Value.Of(""),
        "Content hash of the sound; a key of the document's sounds."
    )
    {
        Keyable = false,
        Required = true,
    };

    public static readonly ValueSpec Gain = new(
        "gain",
        "Gain",
        NumbersKind.Number,
        "dB",
        new(0),
        "How much louder or softer it is than it came; -96 is silence."
    )
    {
        Least = Silence,
        Most = Loudest,
        Signs = ["±"],
    };

    public static readonly ValueSpec Slip = new(
        "slip",
        "Slip",
        NumbersKind.Number,
        "s",
        new(0),
        "The moment of the sound that is heard at the in point; negative: it begins that much after it."
    )
    {
        Keyable = false,
        Least = -FarthestSlip,
        Most = FarthestSlip,
        Step = 0.05,
        Signs = ["⇥"],
    };

    public static readonly ValueSpec FadeIn = new("fadeIn", "Fade in", NumbersKind.Number, "s", new(0), "Seconds in which it comes up from silence.")
    {
        Keyable = false,
        Least = 0,
        Most = LongestFade,
        Step = 0.05,
        Signs = ["◢"],
    };

    public static readonly ValueSpec FadeOut = new(
        "fadeOut",
        "Fade out",
        NumbersKind.Number,
        "s",
        new(0),
        "Seconds in which it goes down to silence, before it ends."
    )
    {
        Keyable = false,
        Least = 0,
        Most = LongestFade,
        Step = 0.05,
        Signs = ["◣"],
    };

    private SoundContent()
        : base("sound", "Sound", "A sound, heard and not seen.", Sound, Gain, Slip, FadeIn, FadeOut) { }

    public override bool IsInvisible => true;

    public override bool IsOnStage => false;

    public override HeardValues Heard { get; } = new(Sound, Gain, Slip, FadeIn, FadeOut);

    public override void Demand(ValueSet values, IDocument document, string layer, string at)
    {
        if (!document.Sources.Has(SoundSources.Kind, values[Sound].Constant.Text))
        {
            throw new ProblemException($"The layer's sound is not among the document's sounds.", $"Add the sound, or choose another.", layer, $"{at}/sound");
        }
    }

    public override ValueSet Later(ValueSet values, double seconds) =>
        values.With(
            Slip,
            new Value(Math.Clamp(Math.Round((values[Slip].Constant.X + seconds) * SampleClock.Rate) / SampleClock.Rate, -FarthestSlip, FarthestSlip))
        );

    public override (ValueSet First, ValueSet Second) Split(ValueSet values, double seconds) =>
        (values.With(FadeOut, new Value(0)), Later(values, seconds).With(FadeIn, new Value(0)));

    public override Drawing Draw(ValueSet values, DrawContext at) => new SimpleDrawing(true, _ => default, null);
}
