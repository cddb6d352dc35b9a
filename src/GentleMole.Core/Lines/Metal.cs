namespace GentleMole.Core.Lines;

/// <summary>What carries the current.</summary>
public enum Metal
{
    Copper,
    Aluminium,
    Lead,
    Steel,
    Iron,
}
