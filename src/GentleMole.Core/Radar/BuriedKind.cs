namespace GentleMole.Core.Radar;

/// <summary>What an echo may come from.</summary>
public enum BuriedKind
{
    /// <summary>A conductor: nothing goes in.</summary>
    Metal = 0,

    /// <summary>A pipe of plastic or concrete with air in it, or a void.</summary>
    Air = 1,

    /// <summary>A pipe of plastic with water in it.</summary>
    Water = 2,

    /// <summary>A stone too large to be called clutter.</summary>
    Boulder = 3,

    /// <summary>A small stone: clutter.</summary>
    Stone = 4,
}
