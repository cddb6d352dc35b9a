namespace GentleMole.Store.Model;

public enum FeatureShape
{
    /// <summary>A closed outline: a building, a bed.</summary>
    Outline,

    /// <summary>An open line: a kerb, a wall, a bay line.</summary>
    Line,

    /// <summary>One point: a valve box, a lamp post.</summary>
    Spot,
}
