namespace GentleMole.Store.Log;

/// <summary>Part of a job; its changes are logged there.</summary>
public interface IJobPart
{
    int JobId { get; }
}
