namespace Hang.Media.Reading;

/// <summary>A frame of a delivered file, and how often it is shown in a row.</summary>
internal readonly record struct DecodedRun(DecodedFrame Frame, int Times);
