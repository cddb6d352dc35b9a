using System.Text.RegularExpressions;
using NodaTime;

namespace GentleMole.Core.Records;

/// <summary>How far an owner's plans are.</summary>
public enum RecordState
{
    NotAsked,

    /// <summary>Asked; nothing came yet.</summary>
    Asked,

    /// <summary>A sheet came, another that must be read with it did not.</summary>
    Partial,
    Complete,

    /// <summary>The owner says that it has nothing here.</summary>
    Nothing,
    Expired,
}
