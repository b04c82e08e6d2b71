namespace Hang.Core.Contents;

/// <summary>Who can be put to a layer by adding them while it is selected.</summary>
public enum Gathers
{
    Nobody,

    /// <summary>They hang from it.</summary>
    Hung,

    /// <summary>They become its members.</summary>
    Members,
}
