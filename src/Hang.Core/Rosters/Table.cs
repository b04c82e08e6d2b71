using System.Collections.Immutable;

namespace Hang.Core.Rosters;

/// <summary>A table as a file or a sheet has it: its first row names the columns.</summary>
public sealed record Table(ImmutableArray<string> Headings, ImmutableArray<ImmutableArray<string>> Rows);
