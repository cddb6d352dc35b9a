namespace GentleMole.Store.Model;

public enum FeatureShape
{
    /// <summary>A closed outline: a building, a bed.</summary>
    Outline = 0,

    /// <summary>An open line: a kerb, a wall, a bay line.</summary>
    Line = 1,

    /// <summary>One point: a valve box, a lamp post.</summary>
    Spot = 2,
}
