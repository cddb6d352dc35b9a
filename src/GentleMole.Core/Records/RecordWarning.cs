using System.Text.RegularExpressions;
using NodaTime;

namespace GentleMole.Core.Records;

/// <summary>What a word on a plan warns of.</summary>
public enum RecordWarning
{
    /// <summary>Cut, it costs more than the job; nothing metallic in it may carry a signal.</summary>
    OpticalFibre,

    /// <summary>Do not break, saw or drill it; its dust makes people ill.</summary>
    AsbestosCement,

    /// <summary>An overhead line on a plan can look like a buried one.</summary>
    Overhead,
}
