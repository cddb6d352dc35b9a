namespace GentleMole.Core.Records;

/// <summary>What an owner's plan can say, whoever enters it.</summary>
public static class RecordRules
{
    /// <summary>Most corners that one import may bring onto a job: a site has hundreds.</summary>
    public const int MostImported = 20_000;

    /// <summary>Cover over the top, metres.</summary>
    public static readonly Bounds Cover = new(0, 30);

    /// <summary>How far a record may be off to each side, metres.</summary>
    public static readonly Bounds Doubt = new(0.05, 50);

    /// <summary>Offset from a boundary, metres to the right.</summary>
    public static readonly Bounds Offset = new(-200, 200);

    /// <summary>Length from chamber to chamber, metres.</summary>
    public static readonly Bounds RunLength = new(0.01, 5000);

    /// <summary>Length of a lead-in, metres.</summary>
    public static readonly Bounds LeadLength = new(0.1, 500);

    /// <summary>Characters of a reference.</summary>
    public const int MostReference = 100;

    /// <summary>Characters of a list of sheets.</summary>
    public const int MostSheets = 200;

    /// <summary>Characters of a duct notation.</summary>
    public const int MostDucts = 200;
}
