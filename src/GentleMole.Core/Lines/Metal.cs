namespace GentleMole.Core.Lines;

/// <summary>What carries the current.</summary>
public enum Metal
{
    Copper = 0,
    Aluminium = 1,
    Lead = 2,
    Steel = 3,
    Iron = 4,
}
