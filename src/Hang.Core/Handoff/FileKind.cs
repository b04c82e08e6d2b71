namespace Hang.Core.Handoff;

/// <summary>The kinds of file that Hang hands off. What each is and takes says <see cref="FileKinds"/>.</summary>
public enum FileKind
{
    /// <summary>A sequence of PNG stills (ISO/IEC 15948) in a zip; straight alpha.</summary>
    Png,

    /// <summary>MOV with ProRes 4444 (SMPTE RDD 36); alpha of 16 bits.</summary>
    Prores,

    /// <summary>MP4 with H.264, 4:2:0, no alpha.</summary>
    Mp4,

    /// <summary>MOV with ProRes 422 HQ (SMPTE RDD 36), no alpha.</summary>
    ProresHq,

    /// <summary>MOV whose samples are PNG stills; exact.</summary>
    PngMovie,

    /// <summary>MOV with run-length coding; exact.</summary>
    RleMovie,

    /// <summary>Matroska (RFC 9559) with FFV1 level 3 (RFC 9043); exact, each slice with a checksum.</summary>
    Ffv1,

    /// <summary>Fill and key: two MOV of ProRes 422 HQ, the picture and its alpha as grey.</summary>
    Pair,

    /// <summary>WebM with VP9 and a second layer for alpha.</summary>
    Webm,

    /// <summary>Animated PNG (ISO/IEC 15948, third edition); exact.</summary>
    Apng,

    /// <summary>Animated WebP (RFC 9649).</summary>
    Webp,

    /// <summary>GIF: 256 colours, a pixel is seen or not.</summary>
    Gif,

    /// <summary>A sequence of TIFF stills (TIFF 6.0) in a zip.</summary>
    Tiff,

    /// <summary>One frame as a PNG still.</summary>
    Still,
}
