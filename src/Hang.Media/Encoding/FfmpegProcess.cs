using System.Diagnostics;
using System.Text;
using Hang.Core;

namespace Hang.Media.Encoding;

/// <summary>A running ffmpeg or ffprobe. Arguments are passed one by one, never through a shell; what it complains of is kept.</summary>
public sealed class FfmpegProcess : IAsyncDisposable
{
    private const int MostComplaint = 4000;
    private readonly Process process;
    private readonly StringBuilder complaint = new();

    private FfmpegProcess(Process process)
    {
        this.process = process;
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

    /// <param name="program">ffmpeg or ffprobe, found on the path.</param>
    /// <exception cref="ProblemException">The program is not installed.</exception>
    public static FfmpegProcess Start(string program, IEnumerable<string> arguments)
    {
        var start = new ProcessStartInfo(program)
        {
            RedirectStandardInput = true,
            RedirectStandardOutput = true,
            RedirectStandardError = true,
            UseShellExecute = false,
        };
        foreach (var argument in arguments)
        {
            start.ArgumentList.Add(argument);
        }
        try
        {
            return new(Process.Start(start) ?? throw new InvalidOperationException($"{program} did not start."));
        }
        catch (System.ComponentModel.Win32Exception)
        {
            throw new ProblemException($"{program} is not installed.", "Install Debian's package ffmpeg; ./hang start does it.");
        }
    }

    /// <summary>Runs a program to its end and returns what it printed.</summary>
    public static async Task<byte[]> RunAsync(string program, IEnumerable<string> arguments, CancellationToken cancel)
    {
        await using var ffmpeg = Start(program, arguments);
        await using var killed = ffmpeg.KilledBy(cancel);
        await ffmpeg.Input.DisposeAsync();
        using var output = new MemoryStream();
        await ffmpeg.Output.CopyToAsync(output, cancel);
        cancel.ThrowIfCancellationRequested();
        await ffmpeg.FinishAsync(cancel);
        return output.ToArray();
    }

    /// <summary>Ends it when the token says so, so that nobody waits for a pipe that it does not serve any more.</summary>
    public CancellationTokenRegistration KilledBy(CancellationToken cancel) => cancel.Register(() =>
    {
        try
        {
            process.Kill(true);
        }
        catch (InvalidOperationException)
        {
            // It has ended by itself.
        }
    });

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
        string words;
        lock (complaint)
        {
            words = complaint.ToString().Trim();
        }
        var last = words.Split('\n').Select(l => l.Trim()).LastOrDefault(l => l.Length > 0) ?? "it gave no reason";
        return words.Contains("No space left", StringComparison.OrdinalIgnoreCase)
            ? new("The disk is full, so the file could not be written.", "Free some space and run it again.", field: "file")
            : new($"The encoder stopped: {last}.", "Run it again; if it stops again, choose another kind of file.", field: "file");
    }

    public async ValueTask DisposeAsync()
    {
        if (!process.HasExited)
        {
            process.Kill(true);
            await process.WaitForExitAsync();
        }
        process.Dispose();
    }
}
