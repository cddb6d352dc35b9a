using GentleMole.Core.Lines;
using GentleMole.Store.Model;

namespace GentleMole.Store.Demo;

/// <summary>Made-up people, one or more a role, and the owners of the place.</summary>
internal static class DemoPeople
{
    public static IReadOnlyList<MoleUser> People() =>
    [
        Make("orla", "Orla Penhale", Role.Lead),
        Make("jem", "Jem Trewin", Role.Locator),
        Make("sunny", "Sunny Adeyo", Role.Locator),
        Make("bea", "Bea Rosewarne", Role.Office),
        Make("quill", "R. Quill, who digs", Role.Reader),
    ];

    public static IReadOnlyList<OwnerRow> Owners() =>
    [
        new OwnerRow { Name = "Norrick Grid", Kind = UtilityKind.Electric, RecordsValid = "30 d", Contact = "plans@norrick.example" },
        new OwnerRow { Name = "Tamsin Gas", Kind = UtilityKind.Gas, RecordsValid = "14 d", MarksValid = "10 wd", Contact = "555 0150" },
        new OwnerRow { Name = "Lanternet", Kind = UtilityKind.Communications, RecordsValid = "30 d", Sheets = "trunk, distribution", Contact = "dig@lanternet.example" },
        new OwnerRow { Name = "Pellow Water", Kind = UtilityKind.Water, RecordsValid = "60 d", Contact = "555 0133" },
        new OwnerRow { Name = "Bay Drains Board", Kind = UtilityKind.Sewer, RecordsValid = "60 d", Contact = "555 0139" },
    ];

    private static MoleUser Make(string userName, string name, Role role) => new()
    {
        UserName = userName,
        NormalizedUserName = userName.ToUpperInvariant(),
        Name = name,
        Role = role,
        SecurityStamp = Guid.NewGuid().ToString("N"),
    };
}
