namespace GentleMole.Core.Hookup;

/// <summary>How a line on the sheet is supposed to end.</summary>
public enum EndSupposed
{
    /// <summary>It leaves the sheet and goes on.</summary>
    GoesOn = 0,

    /// <summary>It ends without earth: a loose tracer, an insulating joint.</summary>
    Open = 1,

    /// <summary>It ends earthed: a transformer, a pedestal, a house.</summary>
    Earthed = 2,
}
