using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Unicode;
using Hang.Server.Live;
using Hang.Server.Rack;
using Hang.Tests.Shared;

namespace Hang.Server.Tests;

/// <summary>What is printed from the server's code is what the code prints.</summary>
public class GeneratedTests
{
    private static readonly JsonSerializerOptions Plain = new() { WriteIndented = true, Encoder = JavaScriptEncoder.Create(UnicodeRanges.All) };

    [Fact]
    public void TheFrontEndHasTheMessagesOfTheServer() => Generated.Check("web/src/program/messages.gen.ts", MessageTypes.TypeScript());

    [Fact]
    public void TheFrontEndHasTheKernels() => Generated.Check("web/src/painter/kernels.gen.ts", House.KernelPrinter.TypeScript());

    [Fact]
    public void TheFrontEndKnowsWhatTheCoreCallsItsThings() =>
        Generated.Check("web/src/words/core.gen.json", JsonSerializer.Serialize(CoreTexts.All(), Plain) + "\n");

    [Fact]
    public void TheFrontEndKnowsEverySentenceThatTheSourceCanSay() =>
        Generated.Check("web/src/words/sentences.gen.json", JsonSerializer.Serialize(House.Sentences.Forms().Except(CoreTexts.All()), Plain) + "\n");
}
