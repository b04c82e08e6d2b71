using System.Diagnostics;
using System.Text;
using Hang.Media.Probing;
using Hang.Scene;

namespace Hang.Media.Processes;

/// <summary>
/// A running ffmpeg or ffprobe; all of them are started here. Arguments are passed one by one, never through a shell; every file that is read is named with its
/// one reader and opened as a file and nothing else; none runs for ever; what it complains of is kept.
/// </summary>
public sealed class FfmpegProcess : IAsyncDisposable
{
    /// <summary>How long one may run at most: as long as the longest handoff takes, less where somebody waits.</summary>
    private static readonly TimeSpan Longest = TimeSpan.FromHours(12),
        LongestAnswer = TimeSpan.FromMinutes(2);

    private const int MostComplaint = 4000;
    private readonly Process process;
    private readonly StringBuilder complaint = new();
    private readonly Timer end;
    private bool ranOut;

    private FfmpegProcess(Process process, TimeSpan longest)
    {
        this.process = process;
        end = new(_ => Kill(), null, longest, Timeout.InfiniteTimeSpan);
        process.ErrorDataReceived += (_, e) =>
        {
            lock (complaint)
            {
                if (e.Data is { Length: > 0 } line && complaint.Length < MostComplaint)
                {
                    complaint.AppendLine(line);
                }
            }
        };
        process.BeginErrorReadLine();
    }

    /// <summary>False when it has ended.</summary>
    public bool IsRunning => !process.HasExited;

    public Stream Input => process.StandardInput.BaseStream;

    public Stream Output => process.StandardOutput.BaseStream;

    /// <summary>The arguments by which a file is read: by one reader, from a file, and nothing that the file itself may name.</summary>
    /// <param name="reader">Name of the reader; see <see cref="MediaReader"/>.</param>
    public static string[] Reading(string path, string reader) =>
        ["-protocol_whitelist", "file", .. reader == "targa" ? (string[])["-f", "image2pipe", "-c:v", reader] : ["-f", reader], "-i", "file:" + path];

    /// <param name="program">ffmpeg or ffprobe, found on the path.</param>
    /// <param name="longest">How long it may run; null: as long as a handoff.</param>
    /// <exception cref="ProblemException">The program is not installed.</exception>
    public static FfmpegProcess Start(string program, IEnumerable<string> arguments, TimeSpan? longest = null)
    {
        string[] words = [.. arguments];
        DemandNamed(words);
        var start = new ProcessStartInfo(program)
        {
            RedirectStandardInput = true,
            RedirectStandardOutput = true,
            RedirectStandardError = true,
            UseShellExecute = false,
        };
        foreach (var argument in words)
        {
            start.ArgumentList.Add(argument);
        }
        try
        {
            return new(Process.Start(start) ?? throw new InvalidOperationException($"{program} did not start."), longest ?? Longest);
        }
        catch (System.ComponentModel.Win32Exception)
        {
            throw new ProblemException($"{program} is not installed.", $"Install Debian's package ffmpeg; ./hang start does it.");
        }
    }

    /// <summary>Runs a program to its end and returns what it printed.</summary>
    /// <param name="isLong">True for one that goes through all of a file, which may be as long as the longest handoff.</param>
    public static async Task<byte[]> RunAsync(string program, IEnumerable<string> arguments, CancellationToken cancel, bool isLong = false)
    {
        await using var ffmpeg = Start(program, arguments, isLong ? Longest : LongestAnswer);
        await using var killed = ffmpeg.KilledBy(cancel);
        await ffmpeg.Input.DisposeAsync();
        using var output = new MemoryStream();
        await ffmpeg.Output.CopyToAsync(output, cancel);
        cancel.ThrowIfCancellationRequested();
        await ffmpeg.FinishAsync(cancel);
        return output.ToArray();
    }

    /// <summary>Ends it when the token says so, so that nobody waits for a pipe that it does not serve any more.</summary>
    public CancellationTokenRegistration KilledBy(CancellationToken cancel) => cancel.Register(End);

    /// <summary>Holds whoever adds a call to it: an input is a pipe of ours, or a file with its reader.</summary>
    /// <exception cref="InvalidOperationException">An input is neither.</exception>
    private static void DemandNamed(string[] words)
    {
        var begins = 0;
        for (var i = 1; i + 1 < words.Length; i++)
        {
            if (words[i] != "-i")
            {
                continue;
            }
            var own = words.AsSpan(begins, i - begins);
            var isLavfi = own.Contains("lavfi");
            if (
                !own.Contains("-f")
                || !(isLavfi || words[i + 1] == "pipe:0" || (words[i + 1].StartsWith("file:", StringComparison.Ordinal) && own.Contains("-protocol_whitelist")))
            )
            {
                throw new InvalidOperationException($"{words[i + 1]} is read without its reader and protocols being named.");
            }
            begins = i + 2;
        }
    }

    private void Kill()
    {
        ranOut = true;
        End();
    }

    private void End()
    {
        try
        {
            process.Kill(true);
        }
        catch (InvalidOperationException)
        {
            // It has ended by itself.
        }
    }

    /// <summary>Closes the input and waits for the end.</summary>
    /// <exception cref="ProblemException">It ended with an error; the message holds its last words.</exception>
    public async Task FinishAsync(CancellationToken cancel)
    {
        await Input.DisposeAsync();
        await process.WaitForExitAsync(cancel);
        if (process.ExitCode != 0)
        {
            throw Died();
        }
    }

    /// <summary>The reason to give when the process broke off.</summary>
    public ProblemException Died()
    {
        process.WaitForExit(2000);
        if (ranOut)
        {
            return new($"It took too long, and was broken off.", $"Use a shorter file, or another kind.", field: "file");
        }
        string words;
        lock (complaint)
        {
            words = complaint.ToString().Trim();
        }
        var last = words.Split('\n').Select(l => l.Trim()).LastOrDefault(l => l.Length > 0) ?? "it gave no reason";
        return words.Contains("No space left", StringComparison.OrdinalIgnoreCase)
            ? new($"The disk is full, so the file could not be written.", $"Free some space and run it again.", field: "file")
            : new($"The encoder stopped: {last}.", $"Run it again; if it stops again, choose another kind of file.", field: "file");
    }

    public async ValueTask DisposeAsync()
    {
        if (!process.HasExited)
        {
            process.Kill(true);
            await process.WaitForExitAsync();
        }
        await end.DisposeAsync();
        process.Dispose();
    }
}
