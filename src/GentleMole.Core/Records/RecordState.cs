using System.Text.RegularExpressions;
using NodaTime;

namespace GentleMole.Core.Records;

/// <summary>How far an owner's plans are.</summary>
public enum RecordState
{
    /// <summary>Nobody asked yet.</summary>
    NotAsked,

    /// <summary>Asked; nothing came yet.</summary>
    Asked,

    /// <summary>A sheet came, another that must be read with it did not.</summary>
    Partial,

    /// <summary>All that was named is here and valid.</summary>
    Complete,

    /// <summary>The owner says that it has nothing here.</summary>
    Nothing,

    /// <summary>Its time is over.</summary>
    Expired,
}
