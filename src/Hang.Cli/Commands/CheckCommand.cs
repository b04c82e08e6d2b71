using System.CommandLine;
using Hang.Core.Checks;

namespace Hang.Cli.Commands;

/// <summary><c>hang check</c>: is the document sound, and is there anything that a person should know?</summary>
internal static class CheckCommand
{
    public static Command Make()
    {
        var file = Words.File();
        var set = Words.Set();
        var command = new Command("check", "Checks a graphic.") { file, set };
        command.SetAction(words =>
        {
            using var graphic = GraphicFile.Open(words.GetRequiredValue(file), words.GetRequiredValue(set));
            var findings = GraphicChecks.Of(graphic.Evaluator);
            foreach (var finding in findings)
            {
                Console.Error.WriteLine($"hang: {finding}");
            }
            Console.WriteLine(findings.IsEmpty ? "Sound; nothing to say." : $"{findings.Length} to look at.");
            return findings.IsEmpty ? 0 : 1;
        });
        return command;
    }
}
