using System.Globalization;
using System.Text.RegularExpressions;
using NodaTime;

namespace GentleMole.Core.Notices;

/// <summary>How a rule counts.</summary>
public enum ValidityUnit
{
    /// <summary>Calendar days; the last one holds to its end.</summary>
    Days,

    /// <summary>Full working days; the last one holds to its end.</summary>
    WorkingDays,

    /// <summary>Hours that pass on working days; weekends and holidays stand still.</summary>
    Hours,
}
