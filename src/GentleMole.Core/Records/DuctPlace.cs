using System.Globalization;
using System.Text.RegularExpressions;

namespace GentleMole.Core.Records;

/// <summary>One duct in the section of a bank: right of and below the bank's upper left corner, metres.</summary>
public readonly record struct DuctPlace(double RightMetres, double DownMetres, double RadiusMetres);
