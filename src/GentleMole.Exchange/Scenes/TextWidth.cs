namespace GentleMole.Exchange.Scenes;

/// <summary>How wide words are in the type that ships with the application.</summary>
public static class TextWidth
{
    /// <summary>Widths of the letters from space to tilde in hundredths of the type's size, regular and bold.</summary>
    private static readonly byte[] Regular =
    [
        28, 29, 30, 65, 59, 92, 73, 16, 30, 30, 48, 61, 21, 36, 21, 39, 65, 55, 55, 58, 61, 59, 60, 51, 61, 59, 21, 21, 55, 63, 55, 48, 78, 63, 61, 64, 67, 57, 55, 69, 69, 39, 51,
        63, 54, 82, 69, 71, 59, 72, 61, 59, 56, 69, 59, 86, 62, 57, 61, 32, 39, 34, 55, 37, 24, 52, 57, 48, 56, 54, 31, 56, 55, 25, 24, 49, 26, 84, 55, 55, 57, 57, 35, 47, 33, 54,
        46, 68, 48, 45, 46, 34, 24, 34, 55,
    ];

    private static readonly byte[] Bold =
    [
        31, 30, 39, 76, 61, 97, 72, 21, 33, 33, 48, 59, 27, 37, 27, 44, 66, 55, 58, 60, 62, 61, 63, 54, 62, 57, 27, 27, 57, 61, 57, 55, 78, 68, 64, 66, 69, 60, 57, 72, 70, 42, 56,
        66, 55, 86, 72, 75, 63, 76, 65, 61, 61, 69, 64, 89, 68, 65, 62, 34, 44, 34, 58, 40, 29, 55, 60, 51, 60, 56, 36, 59, 57, 30, 26, 55, 32, 88, 57, 58, 60, 60, 38, 51, 38, 57,
        53, 74, 54, 52, 50, 38, 25, 38, 54,
    ];

    /// <summary>Figures of equal width, as tables want them.</summary>
    private const int Figure = 65;

    /// <summary>What is not in the table is taken as wide as a wide letter.</summary>
    private const int Other = 75;

    /// <summary>Width in pixels.</summary>
    public static double Of(string text, TextLook look)
    {
        var widths = look.Bold ? Bold : Regular;
        var sum = 0;
        foreach (var letter in text)
        {
            sum += letter is >= '0' and <= '9' ? Figure : letter is >= ' ' and <= '~' ? widths[letter - ' '] : Other;
        }

        return sum * look.Size / 100;
    }
}
