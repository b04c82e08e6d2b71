using System.Buffers.Binary;
using System.Diagnostics;
using Hang.Paint.Fonts;
using Hang.Scene;

namespace Hang.Media.Processes;

/// <summary>
/// Fonts that are taken in, each tried in a process of its own before this one opens it (<see cref="FontTrial"/>). The process goes on to the next font;
/// one that dies of a font is begun anew.
/// </summary>
/// <param name="program">An assembly of ours that becomes such a process by the word <see cref="FontTrial.Word"/>.</param>
public sealed class FontTrials(string program) : IDisposable
{
    /// <summary>Most memory that trying a font may take, in bytes.</summary>
    private const long MostMemory = 1_500_000_000;

    private static readonly TimeSpan Look = TimeSpan.FromMilliseconds(100);
    private readonly Lock gate = new();
    private Process? process;

    /// <summary>Takes a font in.</summary>
    /// <param name="name">File name it came with, for messages.</param>
    /// <exception cref="ProblemException">It is no font that can be used, its maker does not allow it, or it brought the trial down.</exception>
    public FontFile Read(string name, byte[] file)
    {
        var bytes = FontFile.Unpacked(name, file);
        if (!IsGood(bytes))
        {
            throw new ProblemException(
                $"{Quoted.Short(name)} is damaged: it cannot be opened, set and drawn whole.",
                $"Get the font from its maker again, or choose another.",
                field: "font"
            );
        }
        return FontFile.Read(name, bytes);
    }

    public void Dispose()
    {
        lock (gate)
        {
            End();
        }
    }

    private bool IsGood(byte[] font)
    {
        lock (gate)
        {
            process ??= Start();
            try
            {
                var length = new byte[4];
                BinaryPrimitives.WriteInt32LittleEndian(length, font.Length);
                var answer = Task.Run(() =>
                {
                    var input = process.StandardInput.BaseStream;
                    input.Write(length);
                    input.Write(font);
                    input.Flush();
                    return process.StandardOutput.ReadLine();
                });
                for (var watch = Stopwatch.StartNew(); !answer.Wait(Look); )
                {
                    process.Refresh();
                    if (watch.Elapsed > FontTrial.Longest || process.HasExited || process.WorkingSet64 > MostMemory)
                    {
                        End();
                        return false;
                    }
                }
                if (answer.Result is { } line)
                {
                    return line == FontTrial.Good;
                }
            }
            catch (Exception e) when (e is InvalidOperationException || e is AggregateException { InnerException: IOException or InvalidOperationException })
            {
                // It died while it was reading.
            }
            End();
            return false;
        }
    }

    private Process Start()
    {
        var start = new ProcessStartInfo("dotnet")
        {
            RedirectStandardInput = true,
            RedirectStandardOutput = true,
            RedirectStandardError = true,
            UseShellExecute = false,
        };
        start.ArgumentList.Add(program);
        start.ArgumentList.Add(FontTrial.Word);
        // A spoiled font may say that it needs any amount.
        start.Environment["DOTNET_GCHeapHardLimit"] = "0x20000000";
        start.Environment["DOTNET_DbgEnableMiniDump"] = "0";
        var started = Process.Start(start)!;
        started.ErrorDataReceived += (_, _) => { };
        started.BeginErrorReadLine();
        return started;
    }

    private void End()
    {
        if (process is { } gone)
        {
            try
            {
                gone.Kill(true);
                gone.WaitForExit();
            }
            catch (InvalidOperationException)
            {
                // It has ended by itself.
            }
            gone.Dispose();
            process = null;
        }
    }
}
