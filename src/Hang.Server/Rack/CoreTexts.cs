using System.Collections.Immutable;
using Hang.Core.Arrivals;
using Hang.Core.Contents;
using Hang.Core.Documents;
using Hang.Core.Effects;
using Hang.Core.Handoff;
using Hang.Core.Layers;
using Hang.Core.Masks;
using Hang.Scene.Json;
using Hang.Scene.Motion;
using Hang.Scene.Phases;
using Hang.Scene.Registry;
using Hang.Scene.Sources;
using Hang.Scene.Values;

namespace Hang.Server.Rack;

/// <summary>
/// What the core calls its things, in English: what the bench shows of it and a language must have words for. The front end's list of them is printed from
/// this.
/// </summary>
public static class CoreTexts
{
    /// <summary>
    /// Titles, labels and meanings of contents, effects, masks, values, arrivals, feels, kinds of files and places, and names of kinds, each once, in order.
    /// </summary>
    public static ImmutableSortedSet<string> All()
    {
        ImmutableArray<(string Title, string Meaning, ImmutableArray<ValueSpec> Values)> modules =
        [
            .. Modules<ContentKind>.All.Select(k => (k.Title, k.Meaning, k.Values)),
            .. Modules<EffectKind>.All.Select(k => (k.Title, k.Meaning, k.Values)),
            .. Modules<MaskKind>.All.Select(k => (k.Title, k.Meaning, k.Values)),
            ("", "", LayerValues.Module.Values),
        ];
        var values = modules.SelectMany(m => m.Values).ToList();
        IEnumerable<string> texts =
        [
            .. modules.SelectMany(m => new[] { m.Title, m.Meaning }),
            .. values.SelectMany(v => new[] { v.Label, v.Meaning, v.Part }),
            .. values.Select(v => v.Unit).Where(IsInWords),
            .. values.SelectMany(v => v.Kind.Options).Concat(Enum.GetValues<BlendMode>().Select(JsonName.Of)).Select(InWords),
            .. ArrivalSpec.All.Select(a => a.Title),
            .. NamedFeels.All.Select(f => f.Name),
            .. FileKinds.All.SelectMany(k => new[] { k.Name, k.Note }),
            .. Destination.All.Select(d => d.Name),
            .. Enum.GetNames<Phase>(),
            // As sentences say them: "A group is nowhere on the stage", "2 pictures are called Plate".
            .. Modules<ContentKind>.All.Select(k => k.Name),
            .. SourceKinds.All.SelectMany(k => new[] { k.Name, $"{k.Name}s" }),
            .. values.Select(v => v.Kind.Name),
            .. Enum.GetValues<GraphicKind>().Select(JsonName.Of),
        ];
        // Of what stands before a number's field, letters are words cut short; all else is a sign.
        var letters = values.SelectMany(v => v.Signs).Where(s => s.Length == 1 && char.IsAsciiLetterUpper(s[0]));
        return texts.Where(t => t.Length > 1).Concat(letters).ToImmutableSortedSet(StringComparer.Ordinal);
    }

    // Units that are symbols, such as px and dB, are the same everywhere (SI brochure, 5.1).
    private static bool IsInWords(string unit) =>
        unit.Split(' ', '/').Any(w => w.Length > 3 && w.All(char.IsAsciiLetter)) || unit.Contains(' ', StringComparison.Ordinal);

    /// <summary>A name such as "softLight" as it is shown: "Soft light".</summary>
    private static string InWords(string name)
    {
        var words = string.Concat(name.Select(c => char.IsAsciiLetterUpper(c) ? $" {char.ToLowerInvariant(c)}" : $"{c}"));
        return words.Length == 0 ? "" : char.ToUpperInvariant(words[0]) + words[1..];
    }
}
