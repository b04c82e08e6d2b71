namespace Hang.Scene.Json;

/// <summary>Says that a value has no member of its own in JSON: its parts are members of the record that holds it.</summary>
[AttributeUsage(AttributeTargets.Class)]
internal sealed class SpreadByAttribute(System.Type spread) : Attribute
{
    public Spread Made() => (Spread)Activator.CreateInstance(spread, true)!;
}

/// <summary>The parts of a value that is spread into its record. The value has a default, to which parts are added.</summary>
internal abstract class Spread
{
    public abstract IEnumerable<SpreadMember> Members { get; }
}

/// <summary>One part.</summary>
/// <param name="Get">The part of a value; null: it is not written.</param>
/// <param name="With">A value with another part.</param>
internal sealed record SpreadMember(string Name, Codec Codec, Func<object, object?> Get, Func<object, object, object> With);

/// <summary>Says behind which other member one stands in JSON.</summary>
[AttributeUsage(AttributeTargets.Property)]
internal sealed class AfterAttribute(string member) : Attribute
{
    public string Member => member;
}
