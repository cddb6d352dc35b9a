using System.Globalization;
using System.Text.RegularExpressions;

namespace GentleMole.Core.Measures;

/// <summary>The system in which a person reads lengths, and in which a bare number is meant.</summary>
public enum UnitSystem
{
    /// <summary>Metres.</summary>
    Metres = 0,

    /// <summary>Feet and inches.</summary>
    FeetInches = 1,
}
