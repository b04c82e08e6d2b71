using Hang.Server.Hosting;
using Hang.Store.Accounts;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.HttpOverrides;
using Microsoft.AspNetCore.Identity;
using Microsoft.Extensions.Options;

namespace Hang.Server.SignIn;

/// <summary>Sign-in by ASP.NET Core Identity, where it is asked for.</summary>
internal static class SignInSetup
{
    /// <summary>Kept by browsers only for this very host, over HTTPS, away from scripts and other sites (OWASP ASVS 4.0.3, 3.4).</summary>
    public const string Cookie = "__Host-hang";

    private const string Either = "hang";

    // PBKDF2 with HMAC-SHA-512: OWASP Password Storage Cheat Sheet asks for 210 000 and more.
    private const int Iterations = 210_000;

    public static PasswordHasher<Account> Hasher { get; } = new(Options.Create(new PasswordHasherOptions { IterationCount = Iterations }));

    public static void Add(IServiceCollection services, ServerOptions options)
    {
        services.AddSingleton<AccountStore>().AddSingleton<InvitationStore>().AddSingleton<SessionStore>().AddSingleton<SignInFailures>();
        if (!options.SignIn)
        {
            return;
        }
        services.AddDataProtection().SetApplicationName("Hang").PersistKeysToFileSystem(new DirectoryInfo(Path.Combine(options.Files, "keys")));
        services.AddSingleton<SessionTickets>().AddSingleton<FirstAccount>().AddHostedService(s => s.GetRequiredService<FirstAccount>());
        services.AddSingleton<ILookupNormalizer, PlainNames>();
        services
            .AddIdentityCore<Account>(identity =>
            {
                // Names of people, whatever their letters are; the passwords have a rule of their own.
                identity.User.AllowedUserNameCharacters = "";
                identity.Password = new()
                {
                    RequiredLength = 1,
                    RequireDigit = false,
                    RequireLowercase = false,
                    RequireUppercase = false,
                    RequireNonAlphanumeric = false,
                };
            })
            .AddUserStore<AccountIdentity>()
            .AddPasswordValidator<PasswordRules>()
            .AddSignInManager();
        services.AddSingleton<IPasswordHasher<Account>>(Hasher);
        services
            .AddAuthentication(Either)
            .AddPolicyScheme(Either, null, e =>
                e.ForwardDefaultSelector = context => ProgramKeys.Brought(context.Request) ? ProgramKeys.Named : IdentityConstants.ApplicationScheme
            )
            .AddScheme<AuthenticationSchemeOptions, ProgramKeys>(ProgramKeys.Named, null)
            .AddCookie(IdentityConstants.ApplicationScheme);
        services
            .AddOptions<Microsoft.AspNetCore.Authentication.Cookies.CookieAuthenticationOptions>(IdentityConstants.ApplicationScheme)
            .Configure<SessionTickets>(
                (cookie, tickets) =>
                {
                    cookie.SessionStore = tickets;
                    cookie.SlidingExpiration = false;
                    cookie.ExpireTimeSpan = SessionStore.Longest;
                    cookie.Cookie = new()
                    {
                        Name = Cookie,
                        Path = "/",
                        HttpOnly = true,
                        SameSite = SameSiteMode.Strict,
                        SecurePolicy = CookieSecurePolicy.Always,
                        IsEssential = true,
                    };
                }
            );
        RateLimits.Add(services);
        services.Configure<ForwardedHeadersOptions>(forwarded =>
        {
            forwarded.ForwardedHeaders = ForwardedHeaders.XForwardedFor | ForwardedHeaders.XForwardedProto | ForwardedHeaders.XForwardedHost;
            forwarded.KnownIPNetworks.Clear();
            forwarded.KnownProxies.Clear();
            foreach (var proxy in options.ProxyAddresses)
            {
                forwarded.KnownProxies.Add(proxy);
            }
        });
    }

    /// <summary>Puts the gate before all that follows.</summary>
    public static void Use(WebApplication app, ServerOptions options)
    {
        if (!options.SignIn)
        {
            return;
        }
        app.UseAuthentication();
        app.UseRateLimiter();
        app.UseMiddleware<RoleGate>();
    }
}
