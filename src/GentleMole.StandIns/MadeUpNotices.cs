using GentleMole.Exchange.Centre;
using NodaTime;

namespace GentleMole.StandIns;

/// <summary>Calls that nobody made: invented streets, firms and people.</summary>
internal static class MadeUpNotices
{
    private static readonly (string Name, string Where, string Digger, string Contact, string Purpose, string Means, double Depth, double[][] Area, CentreUtility[] Utilities)[] Calls =
    [
        ("Gullwing Lane gas service", "12 Gullwing Lane, Pellow Bay", "Tamsin Gas, service crew 4", "D. Ruan, 555 0121", "New service to one house", "Hand, mini digger in the verge", 0.75,
            [[0, 0], [9, 0], [9, 1.2], [0, 1.2]], [new("gas", "Tamsin Gas"), new("water", "Pellow Water"), new("communications", "Lanternet")]),
        ("Quay Street lamp column 14", "Quay Street opposite the fish store, Pellow Bay", "Halloran Lighting", "P. Halloran, 555 0168", "One lamp column, base 0.6 m square, 1.4 m deep", "Hand and vacuum", 1.4,
            [[0, 0], [2, 0], [2, 2], [0, 2]], [new("electric", "Norrick Grid"), new("gas", "Tamsin Gas"), new("sewer", "Bay Drains Board")]),
        ("Orchard Terrace garden walls", "3 to 9 Orchard Terrace, Pellow Bay", "Ashdown & Quill Groundworks", "R. Quill, 555 0117", "Footings for four garden walls, 0.6 m deep", "Mini digger", 0.6,
            [[0, 0], [28, 2], [27.6, 5], [-0.4, 3]], [new("electric", "Norrick Grid"), new("water", "Pellow Water"), new("communications", "Lanternet")]),
        ("Saltmarsh Road duct crossing", "Saltmarsh Road by the boat yard, Pellow Bay", "Marlow & Teague Civils", "I. Teague, 555 0142", "Two 110 mm ducts bored under the road", "Bore, pits by machine", 2.2,
            [[0, 0], [14, 0], [14, 2.5], [0, 2.5]], [new("electric", "Norrick Grid"), new("gas", "Tamsin Gas"), new("water", "Pellow Water"), new("sewer", "Bay Drains Board")]),
        ("Cooper's Yard tree pits", "Cooper's Yard, Pellow Bay", "Linden & Sons", "M. Linden, 555 0183", "Six tree pits 1.2 m square, 0.9 m deep", "Mini digger, hand near marks", 0.9,
            [[0, 0], [30, 0], [30, 6], [0, 6]], [new("electric", "Norrick Grid"), new("water", "Pellow Water")]),
    ];

    /// <summary>The n-th call; the first two came in shortly before the stand-in began, later ones come now.</summary>
    public static CentreNotice Make(int number, Instant began, Instant now)
    {
        var call = Calls[(number - 1) % Calls.Length];
        var received = number <= 2 ? began + Duration.FromHours(-20 + (number * 6)) : now;
        return new CentreNotice(
            number,
            $"N{began.InUtc().Year % 100:00}-{4100 + number}",
            received,
            call.Name,
            call.Where,
            call.Digger,
            call.Contact,
            call.Purpose,
            call.Means,
            call.Depth,
            received.InUtc().Date.PlusDays(6 + number),
            49.7312 + (0.0011 * number),
            -7.4120 + (0.0019 * number),
            call.Area,
            call.Utilities);
    }
}
