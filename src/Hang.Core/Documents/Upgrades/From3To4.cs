using System.Text.Json.Nodes;

namespace Hang.Core.Documents.Upgrades;

/// <summary>Version 4 can have graphics placed in it; nothing that version 3 says is said otherwise.</summary>
internal sealed class From3To4 : Upgrade
{
    protected override int From => 3;

    protected override void Change(JsonObject document) { }
}
