using System.Globalization;

namespace Hang.Scene.Time;

/// <summary>
/// Timecode after SMPTE ST 12-1: hours, minutes, seconds, frames. At 30000/1001 and 60000/1001 it counts with
/// drop-frame (the last separator is then ';'): the first 2 (or 4) frame numbers of each minute are skipped, save in every tenth minute.
/// </summary>
public static class Timecode
{
    /// <summary>The timecode of a frame, counted from 00:00:00:00 at frame 0 and starting anew after 24 hours.</summary>
    /// <param name="frame">0 or more.</param>
    public static string Format(int frame, FrameRate rate)
    {
        ArgumentOutOfRangeException.ThrowIfNegative(frame);
        var fps = rate.Nominal;
        long number = frame;
        if (rate.IsDropFrame)
        {
            var skipped = fps / 15;
            var perTenMinutes = fps * 600 - skipped * 9;
            var perMinute = fps * 60 - skipped;
            var (tens, rest) = Math.DivRem(number, perTenMinutes);
            number += skipped * 9 * tens;
            if (rest >= fps * 60)
            {
                number += skipped * ((rest - fps * 60) / perMinute + 1);
            }
        }
        var seconds = number / fps;
        var separator = rate.IsDropFrame ? ';' : ':';
        return string.Create(CultureInfo.InvariantCulture, $"{seconds / 3600 % 24:00}:{seconds / 60 % 60:00}:{seconds % 60:00}{separator}{number % fps:00}");
    }

    /// <summary>The frame that a timecode names.</summary>
    /// <exception cref="ProblemException">The text is no timecode, or names a number that drop-frame skips.</exception>
    public static int Parse(string text, FrameRate rate)
    {
        var parts = text.Split(':', ';');
        var fps = rate.Nominal;
        if (parts.Length != 4 || !parts.All(p => p.Length is 1 or 2 && p.All(char.IsAsciiDigit)))
        {
            throw new ProblemException($"\"{Quoted.Short(text)}\" is not a timecode.", $"Write hours:minutes:seconds:frames, such as 00:00:07:15.");
        }
        var n = parts.Select(p => int.Parse(p, CultureInfo.InvariantCulture)).ToArray();
        var skipped = rate.IsDropFrame ? fps / 15 : 0;
        if (n[0] > 23 || n[1] > 59 || n[2] > 59 || n[3] >= fps || (n[2] == 0 && n[1] % 10 != 0 && n[3] < skipped))
        {
            throw new ProblemException(
                $"The timecode {text} does not exist at {rate.ToString()} frames per second.",
                $"Choose a number within the second that drop-frame does not skip."
            );
        }
        var minutes = n[0] * 60 + n[1];
        return (minutes * 60 + n[2]) * fps + n[3] - skipped * (minutes - minutes / 10);
    }
}
