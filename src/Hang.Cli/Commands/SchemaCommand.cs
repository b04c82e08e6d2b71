using System.CommandLine;
using Hang.Core.Documents;

namespace Hang.Cli.Commands;

/// <summary><c>hang schema</c>: the JSON Schema of documents.</summary>
internal static class SchemaCommand
{
    public static Command Make()
    {
        var command = new Command("schema", "Prints the JSON Schema of .hang documents.");
        command.SetAction(_ => Console.Write(GraphicSchema.Write()));
        return command;
    }
}
