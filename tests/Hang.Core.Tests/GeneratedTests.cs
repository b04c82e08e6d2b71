using Hang.Core.Documents;
using Hang.Core.Edits;
using Hang.Tests.Shared;

namespace Hang.Core.Tests;

/// <summary>What the front end knows of documents, edits and operations is printed from the core; ./hang generate prints it anew.</summary>
public class GeneratedTests
{
    [Fact]
    public void TheSchemaIsTheCores() => Generated.Check("docs/format/hang.schema.json", GraphicSchema.Write());

    [Fact]
    public void TheFrontEndHasTheCoresDocumentsAndEdits() => Generated.Check("web/src/live/core.gen.ts", CoreTypes.TypeScript());

    [Fact]
    public void TheFrontEndHasTheKindsOfSources() => Generated.Check("web/src/live/sources.gen.ts", CoreTypes.Sources());

    [Fact]
    public void TheFrontEndHasTheFactsOfKinds() => Generated.Check("web/src/live/kinds.gen.ts", CoreTypes.Kinds());

    [Fact]
    public void TheFrontEndHasTheCoresOperations() => Generated.Check("web/src/program/ops.gen.ts", CoreTypes.Operations());
}
