using System.Security.Cryptography;
using System.Text;

namespace GentleMole.Web.Trust;

/// <summary>
/// What the terminal prints while nobody has an account: whoever makes the first one, and with it becomes the lead, must have
/// seen the machine and not only its address. Another one with every start.
/// </summary>
internal sealed class FirstAccountCode
{
    /// <summary>Letters and figures that are not taken for each other.</summary>
    private const string Signs = "23456789ABCDEFGHJKLMNPQRSTUVWXYZ";

    public string Text { get; } = string.Join('-', Enumerable.Range(0, 3).Select(_ => RandomNumberGenerator.GetString(Signs, 4)));

    public bool Fits(string typed) => CryptographicOperations.FixedTimeEquals(Bytes(typed), Bytes(Text));

    private static byte[] Bytes(string text) => SHA256.HashData(Encoding.UTF8.GetBytes(new string([.. text.ToUpperInvariant().Where(char.IsAsciiLetterOrDigit)])));
}
