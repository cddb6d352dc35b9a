using System.Text;
using GentleMole.Store.Model;
using Microsoft.AspNetCore.Identity;

namespace GentleMole.Web.Trust;

/// <summary>
/// Refuses passwords that are guessed first: those of a list that ships (49,000 that are known from leaks), also with other
/// signs for letters and with figures round them, words repeated, and the person's own names.
/// </summary>
internal sealed class CommonPasswords : IPasswordValidator<MoleUser>
{
    private const int MostLooked = 200;
    private const int LeastWord = 4;

    private static readonly Lazy<HashSet<string>> Known = new(Load);

    public Task<IdentityResult> ValidateAsync(UserManager<MoleUser> manager, MoleUser user, string? password) => Task.FromResult(
        IsCommon(password ?? "", [user.UserName ?? "", .. user.Name.Split(' '), "gentle", "mole", "gentlemole"])
            ? IdentityResult.Failed(new IdentityError { Code = "PasswordCommon" })
            : IdentityResult.Success);

    /// <summary>True for what a guesser tries first.</summary>
    /// <param name="own">Words that stand for the person or the place.</param>
    public static bool IsCommon(string password, IEnumerable<string> own)
    {
        if (password.Length > MostLooked)
        {
            return false;
        }

        var lower = password.ToLowerInvariant();
        var words = own.Select(w => w.ToLowerInvariant()).Where(w => w.Length >= LeastWord - 1).ToHashSet();
        return new[] { lower, Letters(lower) }.SelectMany(Cores).Any(core => core.Length == 0 || IsRun(core) || Known.Value.Contains(core) || words.Contains(core) || IsRepeated(core, words));
    }

    /// <summary>As it is, and without the figures and signs that people put before and after a word.</summary>
    private static IEnumerable<string> Cores(string text) => [text, text.Trim([.. text.Where(c => !char.IsLetter(c)).Distinct()])];

    /// <summary>With letters for the signs that look like them.</summary>
    private static string Letters(string text)
    {
        var letters = new StringBuilder(text.Length);
        foreach (var c in text)
        {
            letters.Append(c switch { '0' => 'o', '1' or '!' => 'i', '3' => 'e', '4' or '@' => 'a', '5' or '$' => 's', '7' => 't', _ => c });
        }

        return letters.ToString();
    }

    /// <summary>One step after the other: abcdef, 987654, aaaaaa.</summary>
    private static bool IsRun(string text)
    {
        var step = text.Length > 1 ? text[1] - text[0] : 0;
        return Math.Abs(step) <= 1 && !text.Skip(1).Where((c, i) => c - text[i] != step).Any();
    }

    /// <summary>One short or known word over and over.</summary>
    private static bool IsRepeated(string text, HashSet<string> own)
    {
        for (var length = 1; length <= text.Length / 2; length++)
        {
            var word = text[..length];
            if (text.Length % length == 0 && Enumerable.Range(1, (text.Length / length) - 1).All(i => text.AsSpan(i * length, length).SequenceEqual(word))
                && (length < LeastWord || own.Contains(word) || Known.Value.Contains(word) || IsRun(word)))
            {
                return true;
            }
        }

        return false;
    }

    private static HashSet<string> Load()
    {
        using var reader = new StreamReader(typeof(CommonPasswords).Assembly.GetManifestResourceStream("common-passwords.txt")!);
        var known = new HashSet<string>(StringComparer.Ordinal);
        while (reader.ReadLine() is { } word)
        {
            known.Add(word);
        }

        return known;
    }
}
