namespace GentleMole.Core.Fault;

/// <summary>How much of what is sent leaves at a fault.</summary>
public enum FaultGrade
{
    /// <summary>Within 20 dB of the reference beside the stake: this is the fault.</summary>
    Major = 0,

    /// <summary>Less: the search goes on.</summary>
    Minor = 1,
}
