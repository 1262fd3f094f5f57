using System.Collections.Frozen;
using System.Reflection;
using LoyalLadder.Data.Schools;
using Microsoft.AspNetCore.Identity;

namespace LoyalLadder.Data.Doors;

/// <summary>
/// Which passwords are refused besides short ones: those that a stranger tries first. A list of common words ships with the
/// application; it is looked up with figures, signs and usual substitutions taken away. No mixture of kinds of signs is asked for,
/// since length is what helps.
/// </summary>
public sealed class PasswordRule : IPasswordValidator<AppUser>
{
    private const int LeastSigns = 5;
    private const int LeastOfOnesOwn = 4;

    private static readonly FrozenSet<string> Common = ReadList();

    /// <summary>Rows of keys and of what everybody counts: a password that walks along one is no secret.</summary>
    private static readonly string[] Walks =
    [
        "abcdefghijklmnopqrstuvwxyz",
        "01234567890123456789",
        "qwertyuiopasdfghjklzxcvbnm",
        "qwertzuiopasdfghjklyxcvbnm",
        "azertyuiopqsdfghjklmwxcvbn",
        "1qaz2wsx3edc4rfv5tgb6yhn7ujm8ik9ol0p",
        "zaq1xsw2cde3vfr4bgt5nhy6mju7ki8lo9p0",
        "q1w2e3r4t5y6u7i8o9p0",
    ];

    public Task<IdentityResult> ValidateAsync(UserManager<AppUser> manager, AppUser user, string? password)
    {
        var refusal = Refusal(password ?? "", [user.Email ?? "", user.DisplayName]);
        return Task.FromResult(
            refusal is null
                ? IdentityResult.Success
                : IdentityResult.Failed(new IdentityError { Code = "PasswordIsCommon", Description = refusal })
        );
    }

    /// <summary>Why a password is refused; null when it is not.</summary>
    /// <param name="password">As typed.</param>
    /// <param name="own">What a stranger knows of the person: e-mail, name.</param>
    public static string? Refusal(string password, IReadOnlyList<string> own)
    {
        var plain = password.ToLowerInvariant();
        if (plain.Distinct().Count() < LeastSigns)
            return Say("This repeats the same few signs. A short sentence is easy to keep and hard to guess.");
        if (Walks.Any(w => Walk(w, plain) || Walk(w, Reversed(plain))))
            return Say("This walks along the keyboard. A short sentence is easy to keep and hard to guess.");
        if (WithoutSigns(plain) is var bare && (bare.Length == 0 || Common.Contains(bare) || IsDoubled(bare)))
            return Say(
                "This is among the passwords that strangers try first. A short sentence is easy to keep and hard to guess."
            );
        var words = own.SelectMany(o => o.ToLowerInvariant().Split([' ', '@', '.', '-']))
            .Append("loyalladder")
            .ToList();
        if (
            words.Exists(w =>
                w.Length >= LeastOfOnesOwn
                && bare.StartsWith(WithoutSigns(w), StringComparison.Ordinal)
                && bare.Length < w.Length + LeastOfOnesOwn
            )
        )
            return Say("This is hardly more than a name. A short sentence is easy to keep and hard to guess.");
        return null;
    }

    private static bool Walk(string row, string password) => (row + row).Contains(password, StringComparison.Ordinal);

    private static string Reversed(string text) => new([.. text.Reverse()]);

    /// <summary>Letters alone, with figures and signs that stand for letters read as those.</summary>
    private static string WithoutSigns(string plain) =>
        new([.. plain.Trim("0123456789!?.,-_ ".ToCharArray()).Select(LetterOf).Where(char.IsLetter)]);

    private static char LetterOf(char c) =>
        c switch
        {
            '0' => 'o',
            '1' or '!' => 'i',
            '3' => 'e',
            '4' or '@' => 'a',
            '5' or '$' => 's',
            '7' => 't',
            _ => c,
        };

    private static bool IsDoubled(string bare) =>
        bare.Length % 2 == 0
        && bare[..(bare.Length / 2)] == bare[(bare.Length / 2)..]
        && Common.Contains(bare[..(bare.Length / 2)]);

    private static FrozenSet<string> ReadList()
    {
        using var stream = Assembly
            .GetExecutingAssembly()
            .GetManifestResourceStream("LoyalLadder.Data.common-passwords.txt")!;
        using var reader = new StreamReader(stream);
        return reader
            .ReadToEnd()
            .Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries)
            .ToFrozenSet(StringComparer.Ordinal);
    }
}
