using System.Globalization;
using System.Text.RegularExpressions;

namespace GentleMole.Core.Records;

/// <summary>Ducts of one kind, stacked in rows and columns.</summary>
/// <param name="OutsideMetres">Outside diameter of one duct.</param>
public sealed record DuctGroup(int Rows, int Columns, string Material, double OutsideMetres, double BoreMetres);
