namespace Hang.Store.Accounts;

/// <summary>What somebody may do; each role may do all that those before it may.</summary>
public enum Role
{
    /// <summary>Looks at everything and takes files that are done.</summary>
    Viewer,

    /// <summary>Fills fields and rosters, and hands off.</summary>
    Editor,

    /// <summary>Makes and changes graphics and packages, and says who else may come.</summary>
    Designer,
}

/// <summary>Roles as they are written in the database.</summary>
public static class RoleText
{
    public static string Text(this Role role) =>
        role switch
        {
            Role.Viewer => "viewer",
            Role.Editor => "editor",
            _ => "designer",
        };

    /// <exception cref="ArgumentOutOfRangeException">The text is no role; the database lets none in.</exception>
    public static Role Parse(string text) =>
        text switch
        {
            "viewer" => Role.Viewer,
            "editor" => Role.Editor,
            "designer" => Role.Designer,
            _ => throw new ArgumentOutOfRangeException(nameof(text), text, "no role"),
        };
}
