using System.Text.Json.Serialization.Metadata;

namespace Hang.Server.Safety;

/// <summary>What a request must bring: every part that may not be null and for which nothing stands where it is left out.</summary>
internal static class NeededParts
{
    /// <summary>Marks those parts of a type as required, so that reading a request without one is refused and names it.</summary>
    public static void Demand(JsonTypeInfo type)
    {
        foreach (var part in type.Properties.Where(p => p.AssociatedParameter is { HasDefaultValue: false, IsNullable: false }))
        {
            part.IsRequired = true;
        }
    }
}
