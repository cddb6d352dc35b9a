namespace GentleMole.Web.Bench;

/// <summary>A row of ours to try the bench with, made by the field of lines that we put there, with scatter.</summary>
/// <param name="Name">As in the address.</param>
/// <param name="Title">What it shows.</param>
/// <param name="Truth">What was put in the ground.</param>
/// <param name="Row">Offset, peak and null.</param>
internal sealed record RowExample(string Name, string Title, string Truth, string Row)
{
    public static IReadOnlyList<RowExample> All { get; } =
    [
        new("alone", "A line alone", "One line at 0.12 m, 0.90 m deep.",
            "-1.0 17.7 21.3\n-0.8 21.3 21.5\n-0.6 26.6 20.2\n-0.4 33.7 17.8\n-0.2 37.8 13.0\n0.0 42.4 5.2\n0.2 42.3 3.3\n0.4 38.4 11.3\n0.6 32.6 16.4\n0.8 26.9 19.8\n1.0 22.6 20.8"),
        new("hidden", "A neighbour that nobody sees", "One line at 0.00 m, 1.10 m deep; another at -1.50 m with 0.45 of its current. Peak and null agree, 0.4 m beside the line.",
            "-1.2 38.8 9.4\n-1.0 36.5 6.5\n-0.8 36.3 4.5\n-0.6 36.5 2.8\n-0.4 37.7 0.6\n-0.2 40.1 4.2\n0.0 39.9 9.7\n0.2 37.3 14.2\n0.4 35.6 19.1\n0.6 30.5 21.9\n0.8 26.1 23.3\n1.0 21.8 23.0\n1.2 18.4 22.5"),
        new("back", "A bonded neighbour", "One line at 0.00 m, 0.85 m deep; another at 0.95 m, 0.60 m deep, with 0.35 of its current the other way.",
            "-1.0 18.5 16.0\n-0.9 19.9 16.0\n-0.8 22.2 15.3\n-0.7 24.3 14.8\n-0.6 26.8 12.5\n-0.5 30.6 11.2\n-0.4 33.3 8.0\n-0.3 35.1 4.8\n-0.2 38.6 0.1\n-0.1 38.5 4.8\n0.0 38.1 10.0\n0.1 35.9 14.7\n0.2 33.1 19.2\n0.3 29.0 25.8\n0.4 24.9 27.5\n0.5 18.8 29.5\n0.6 14.1 29.2\n0.7 9.1 28.4\n0.8 4.2 26.3\n0.9 1.0 24.0\n1.0 1.4 21.0"),
        new("short", "A row that is too short", "One line at -0.10 m, 1.20 m deep; another at 0.80 m, 0.90 m deep, with a third of its current the other way. The readings cannot settle it.",
            "-0.75 6.4 2.2\n-0.5 7.5 0.7\n-0.25 7.8 0.6\n0.0 7.2 3.0\n0.25 6.2 4.3\n0.5 4.2 5.0\n0.75 2.4 4.7"),
    ];

    public static RowExample Of(string? name) => All.FirstOrDefault(e => e.Name == name) ?? All[0];
}
