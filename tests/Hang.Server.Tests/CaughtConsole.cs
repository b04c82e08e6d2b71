using System.Runtime.CompilerServices;
using System.Text;

namespace Hang.Server.Tests;

/// <summary>
/// What one call writes to the console, and nothing else: servers that run beside it have a console that was there before, even one whose log is opened
/// meanwhile.
/// </summary>
internal sealed class CaughtConsole(TextWriter real) : TextWriter
{
    private readonly AsyncLocal<StringWriter?> caught = new();

    private static readonly CaughtConsole Out = new(Console.Out);
    private static readonly CaughtConsole Error = new(Console.Error);

#pragma warning disable CA2255 // The console is one for the process: it is set before any server takes hold of it.
    [ModuleInitializer]
    internal static void Install()
    {
        Console.SetOut(Out);
        Console.SetError(Error);
    }
#pragma warning restore CA2255

    /// <summary>The exit code of a call, and what it wrote.</summary>
    public static async Task<(int Code, string Out, string Error)> Of(Func<Task<int>> call)
    {
        using var output = new StringWriter();
        using var error = new StringWriter();
        Out.caught.Value = output;
        Error.caught.Value = error;
        return (await call(), output.ToString(), error.ToString());
    }

    public override Encoding Encoding => real.Encoding;

    private TextWriter Now => caught.Value ?? real;

    public override void Write(char value) => Now.Write(value);

    public override void Write(char[] buffer, int index, int count) => Now.Write(buffer, index, count);

    public override void Write(string? value) => Now.Write(value);

    public override void WriteLine(string? value) => Now.WriteLine(value);

    public override void Flush() => Now.Flush();
}
