namespace Hang.Store.Accounts;

/// <summary>What a program's key may do, whatever else its account may. Each includes those before it.</summary>
public enum Scope
{
    /// <summary>It looks, and fills takes and rosters.</summary>
    Fill,

    /// <summary>It asks for files, too.</summary>
    HandOff,

    /// <summary>It changes graphics and packages, too.</summary>
    Edit,
}

/// <summary>Scopes as they are written in the database and in claims.</summary>
public static class ScopeText
{
    public static string Text(this Scope scope) =>
        scope switch
        {
            Scope.Fill => "fill",
            Scope.HandOff => "handOff",
            _ => "edit",
        };

    /// <summary>The scope that a text stands for; null for none.</summary>
    public static Scope? Parse(string? text) =>
        text switch
        {
            "fill" => Scope.Fill,
            "handOff" => Scope.HandOff,
            "edit" => Scope.Edit,
            _ => null,
        };
}
