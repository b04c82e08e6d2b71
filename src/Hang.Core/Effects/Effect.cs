using Hang.Scene.Json;
using Hang.Scene.Registry;

namespace Hang.Core.Effects;

/// <summary>What is done to what a layer shows.</summary>
/// <param name="Id">Short text, unique within the layer.</param>
[CodedBy(typeof(EffectCodec))]
public sealed record Effect(string Id, EffectKind Kind, ValueSet Values);

internal sealed class EffectCodec() : PartCodec<Effect, EffectKind>("Effect")
{
    private protected override Effect Make(string id, EffectKind kind, ValueSet values) => new(id, kind, values);

    private protected override (string Id, EffectKind Kind, ValueSet Values) Take(Effect part) => (part.Id, part.Kind, part.Values);
}
