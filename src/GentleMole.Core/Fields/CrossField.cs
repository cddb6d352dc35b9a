namespace GentleMole.Core.Fields;

/// <summary>The two parts of the field that a receiver hears, in tesla.</summary>
public readonly record struct CrossField(double HorizontalTesla, double VerticalTesla);
