namespace GentleMole.Core.Radar;

/// <summary>Steps by which a profile is made readable. The numbers are stored.</summary>
public enum RadarStepKind
{
    /// <summary>The first sample becomes the moment at which the pulse left.</summary>
    TimeZero = 0,

    /// <summary>Takes off each trace's slow drift (running mean).</summary>
    Dewow = 1,

    /// <summary>Keeps what lies round the pulse's own frequency.</summary>
    BandPass = 2,

    /// <summary>Takes off what all traces have in common: the direct wave, ringing, level layers.</summary>
    Background = 3,

    /// <summary>Later is louder: by how the way spreads and by what the ground takes.</summary>
    Gain = 4,

    /// <summary>Every stretch of a trace is made equally loud.</summary>
    Agc = 5,

    /// <summary>Size without sign.</summary>
    Envelope = 6,

    /// <summary>Responses are brought together where they come from.</summary>
    Migrate = 7,
}
