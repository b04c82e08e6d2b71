using Hang.Scene;
using Hang.Store.Accounts;

namespace Hang.Server.SignIn;

/// <summary>Which role an address or a call of the live line needs. Where none is said: looking needs a viewer, everything else a designer.</summary>
[AttributeUsage(AttributeTargets.Method)]
internal sealed class NeedsAttribute(Role role) : Attribute
{
    public Role Role { get; } = role;

    /// <summary>What a program's key must be for.</summary>
    public Scope Scope { get; init; } =
        role switch
        {
            Role.Viewer => Scope.Fill,
            Role.Editor => Scope.HandOff,
            _ => Scope.Edit,
        };
}

/// <summary>Marks an address that answers before anybody has signed in.</summary>
internal sealed class OpenToAll;

/// <summary>Marks an address that answers no program's key: what people do about their accounts.</summary>
internal sealed class NoKeys;

internal static class Needs
{
    /// <summary>Says which role an address needs.</summary>
    public static TBuilder Needing<TBuilder>(this TBuilder builder, Role role)
        where TBuilder : IEndpointConventionBuilder => builder.WithMetadata(new NeedsAttribute(role));

    /// <summary>Says which role an address needs, and what a program's key must be for.</summary>
    public static TBuilder Needing<TBuilder>(this TBuilder builder, Role role, Scope scope)
        where TBuilder : IEndpointConventionBuilder => builder.WithMetadata(new NeedsAttribute(role) { Scope = scope });

    /// <summary>Lets an address answer before anybody has signed in.</summary>
    public static TBuilder ToAll<TBuilder>(this TBuilder builder)
        where TBuilder : IEndpointConventionBuilder => builder.WithMetadata(new OpenToAll());

    /// <summary>What to say to a program whose key is for something else.</summary>
    public static Scene.Problem Refusal(Scope scope) =>
        new(
            scope == Scope.Fill ? (Sentence)$"This key is for filling takes and rosters only." : $"This key is for filling and handing off only.",
            $"Make another key for what the program is to do."
        );

    /// <summary>What to say to somebody who may not do something.</summary>
    public static Scene.Problem Refusal(Role role, Role needed) =>
        new(
            needed == Role.Editor ? (Sentence)$"This takes an editor, and you are here as a viewer."
                : role == Role.Editor ? (Sentence)$"This takes a designer, and you are here as an editor."
                : $"This takes a designer, and you are here as a viewer.",
            $"Ask a designer to do it, or to give you that role."
        );
}
