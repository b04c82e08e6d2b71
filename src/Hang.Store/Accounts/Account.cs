namespace Hang.Store.Accounts;

/// <summary>Somebody who may sign in. It is changed in place, as the platform's identity asks for, and then saved.</summary>
public sealed class Account
{
    public Guid Id { get; set; } = Guid.NewGuid();

    /// <summary>As others see it, 1..40 characters.</summary>
    public string Name { get; set; } = "";

    /// <summary>The name as it is compared.</summary>
    public string PlainName { get; set; } = "";

    public string PasswordHash { get; set; } = "";

    /// <summary>Changes whenever the password does.</summary>
    public string Stamp { get; set; } = "";

    public Role Role { get; set; }

    /// <summary>Wrong passwords since the last right one.</summary>
    public int Failed { get; set; }

    /// <summary>Until when no password is taken; null or past: it is.</summary>
    public DateTime? LockedUntil { get; set; }
}
