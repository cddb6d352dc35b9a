using GentleMole.Core;
using NodaTime;

namespace GentleMole.Store.Log;

/// <summary>
/// Who is changing what, for one request: set at the door, written into every log entry that the request makes.
/// </summary>
public sealed class ChangeContext(TimeProvider clock)
{
    /// <summary>Name of the person or token; the application itself when nobody asked.</summary>
    public string Who { get; set; } = "the application";

    /// <summary>Number of the person or token; empty for the application itself.</summary>
    public string WhoId { get; set; } = "";

    /// <summary>Why something that was accepted already is changed.</summary>
    public string Why { get; set; } = "";

    /// <summary>
    /// Last log entry that the person had seen when they began to type; a change of the same thing after it is told, not
    /// overwritten. Null when nothing was on a screen.
    /// </summary>
    public long? SeenUpTo { get; set; }

    /// <summary>Entries of this request's own earlier saves: nobody else's.</summary>
    public HashSet<long> Own { get; } = [];

    /// <summary>Last log entry when the form was first shown, where it has come back since; null for <see cref="SeenUpTo"/>.</summary>
    public long? ShownAt { get; set; }

    /// <summary>
    /// Values (<c>Job:2/Purpose</c>) that others had changed and this person had not touched when the form came back: the form
    /// still shows what they were at <see cref="ShownAt"/>, and as long as it does they are not this person's change.
    /// </summary>
    public IReadOnlySet<string> Carried { get; set; } = new HashSet<string>();

    /// <summary>Id of what is sent, made where it was typed: sent twice, it is stored once.</summary>
    public Guid? Once { get; set; }

    public Instant Now => clock.Now();
}
