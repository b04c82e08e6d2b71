using Hang.Server.Live;
using Hang.Tests.Shared;

namespace Hang.Server.Tests;

/// <summary>What is printed from the server's code is what the code prints.</summary>
public class GeneratedTests
{
    [Fact]
    public void TheFrontEndHasTheMessagesOfTheServer() => Generated.Check("web/src/live/messages.gen.ts", MessageTypes.TypeScript());
}
