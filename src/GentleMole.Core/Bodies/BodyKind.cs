namespace GentleMole.Core.Bodies;

/// <summary>What a body in the ground may be that is no pipe or cable. The numbers are stored.</summary>
public enum BodyKind
{
    /// <summary>Something that nothing here tells.</summary>
    Unknown = 0,

    /// <summary>Air below a roof: a void, an empty chamber or tank of anything but metal.</summary>
    Hollow = 1,

    /// <summary>Metal of some breadth: a tank, a plate, a cover.</summary>
    Metal = 2,

    /// <summary>Water below a roof: a cistern, a flooded chamber.</summary>
    Water = 3,

    /// <summary>Something thin and level: a slab, paving under paving, a footing.</summary>
    Slab = 4,

    /// <summary>A grave.</summary>
    Grave = 5,

    /// <summary>Ground that was dug and filled in again, with nothing in it that answers: a pit, a trench.</summary>
    Dug = 6,
}
