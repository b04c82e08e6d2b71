namespace Hang.Core.Contents;

/// <summary>What is drawn in the strip of a layer on the timeline.</summary>
public enum StripLook
{
    Plain,

    /// <summary>The outline of a sound.</summary>
    Wave,

    /// <summary>The phases of a graphic.</summary>
    Phases,
}
