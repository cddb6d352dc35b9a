using GentleMole.Core.Site;

namespace GentleMole.Core.Notices;

/// <summary>
/// What a notice says, however it came: typed, sent by a device, handed on by a notice centre. One rule for all of them.
/// Texts are trimmed; missing ones are empty.
/// </summary>
/// <param name="Corners">Of the dig; none when nothing is drawn yet.</param>
/// <param name="Owners">Owners of the utilities asked about.</param>
public sealed record CalledNotice(
    string? Name,
    string Where,
    string Digger,
    string Contact,
    string Purpose,
    string Means,
    double? DigDepthMetres,
    double? LatitudeDegrees,
    double? LongitudeDegrees,
    IReadOnlyList<SitePoint> Corners,
    IReadOnlyList<string?> Owners)
{
    /// <summary>Characters of a name.</summary>
    public const int MostName = 200;

    /// <summary>Characters of a place.</summary>
    public const int MostWhere = 300;

    /// <summary>Characters of other texts.</summary>
    public const int MostText = 200;

    /// <summary>Characters of a purpose.</summary>
    public const int MostPurpose = 500;

    /// <summary>Owners on one notice.</summary>
    public const int MostOwners = 100;

    /// <summary>Shallowest dig.</summary>
    public const double LeastDepthMetres = 0.01;

    /// <summary>Deepest dig.</summary>
    public const double MostDepthMetres = 100;

    /// <summary>Latitudes beyond have no plane site.</summary>
    public const double MostLatitude = 89;

    /// <summary>What is wrong with it; fields are the names of its parts.</summary>
    public IReadOnlyList<FieldError> Check()
    {
        var errors = new List<FieldError>();
        if (Name is not { Length: > 0 and <= MostName })
        {
            errors.Add(new FieldError(nameof(Name), Name is null ? $"It is missing; it must be text of 1 to {MostName} characters." : $"It has {Name.Length} characters; it must have 1 to {MostName}."));
        }

        foreach (var (text, field, most) in new[]
        {
            (Where, nameof(Where), MostWhere), (Digger, nameof(Digger), MostText), (Contact, nameof(Contact), MostText), (Purpose, nameof(Purpose), MostPurpose), (Means, nameof(Means), MostText),
        })
        {
            if (text.Length > most)
            {
                errors.Add(new FieldError(field, $"It has {text.Length} characters; {most} is the most."));
            }
        }

        Range(errors, DigDepthMetres, nameof(DigDepthMetres), LeastDepthMetres, MostDepthMetres);
        Range(errors, LatitudeDegrees, nameof(LatitudeDegrees), -MostLatitude, MostLatitude);
        Range(errors, LongitudeDegrees, nameof(LongitudeDegrees), -180, 180);
        if (LatitudeDegrees is null != LongitudeDegrees is null)
        {
            errors.Add(new FieldError(nameof(LatitudeDegrees), "Latitude and longitude of the origin go together; give both or neither."));
        }

        if (Corners.Count > 0)
        {
            errors.AddRange(DigArea.Check(Corners, nameof(Corners)));
        }

        if (Owners.Count > MostOwners || Owners.Any(o => o is not { Length: > 0 and <= MostText }))
        {
            errors.Add(new FieldError(nameof(Owners), $"Each utility needs an owner of 1 to {MostText} characters, and {MostOwners} are the most."));
        }

        return errors;
    }

    private static void Range(List<FieldError> errors, double? value, string field, double low, double high)
    {
        if (value is { } number && !(number >= low && number <= high))
        {
            errors.Add(new FieldError(field, FormattableString.Invariant($"It is {number:G6}; it must be from {low} to {high}.")));
        }
    }
}
