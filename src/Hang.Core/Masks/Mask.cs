using Hang.Scene.Json;
using Hang.Scene.Registry;

namespace Hang.Core.Masks;

/// <summary>A shape that decides where a layer shows.</summary>
/// <param name="Id">Short text, unique among the layer's masks.</param>
[CodedBy(typeof(MaskCodec))]
public sealed record Mask(string Id, MaskKind Kind, ValueSet Values);

internal sealed class MaskCodec() : PartCodec<Mask, MaskKind>("Mask")
{
    private protected override Mask Make(string id, MaskKind kind, ValueSet values) => new(id, kind, values);

    private protected override (string Id, MaskKind Kind, ValueSet Values) Take(Mask part) => (part.Id, part.Kind, part.Values);
}
