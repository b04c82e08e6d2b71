using Hang.Scene;
using Hang.Store.Accounts;
using Microsoft.AspNetCore.Identity;

namespace Hang.Server.SignIn;

/// <summary>
/// A password is long, and is none that is guessed early: no mix of kinds of characters is demanded, any may be used
/// (OWASP ASVS 4.0.3, 2.1.1 to 2.1.9; NIST SP 800-63B, 5.1.1.2).
/// </summary>
internal sealed class PasswordRules : IPasswordValidator<Account>
{
    public const int Fewest = 12,
        Most = 128;

    // Of 4: would take more than 10^8 guesses.
    private const int Strong = 3;

    public Task<IdentityResult> ValidateAsync(UserManager<Account> manager, Account user, string? password) =>
        Task.FromResult(Wrong(user.Name, password ?? "") is { } words ? IdentityResult.Failed(new SaidError("Password", words)) : IdentityResult.Success);

    /// <summary>What is wrong with a password; null for nothing.</summary>
    private static Sentence? Wrong(string name, string password) =>
        password.EnumerateRunes().Count() < Fewest ? $"The password has fewer than {Fewest} characters."
        : password.EnumerateRunes().Count() > Most ? $"The password has more than {Most} characters."
        : Zxcvbn.Zxcvbn.MatchPassword(password, [name, "hang", .. name.Split(' ', StringSplitOptions.RemoveEmptyEntries)]).Score < Strong
            ? (Sentence)$"The password is one of those that are guessed first."
        : null;
}

/// <summary>What is wrong with an account, so that it can be said in another language.</summary>
internal sealed class SaidError : IdentityError
{
    public SaidError(string code, Sentence words) => (Code, Words, Description) = (code, words, words.ToString());

    public Sentence Words { get; }
}
