using GentleMole.Store.Log;

namespace GentleMole.Store.Model;

/// <summary>A job on somebody's day.</summary>
public sealed class Visit : IJobPart
{
    public int Id { get; set; }

    public int JobId { get; set; }

    public required string PersonId { get; set; }

    public DateOnly Day { get; set; }

    /// <summary>Place in the day, from 1.</summary>
    public int Position { get; set; }

    /// <summary>Minutes on site when somebody knows better than the estimate.</summary>
    public int? Minutes { get; set; }
}

/// <summary>An answer on its way to the notice centre: kept until the centre has said that it has it.</summary>
public sealed class CentreAnswer
{
    /// <summary>Made here; the centre stores an id once however often it is sent.</summary>
    public Guid Id { get; set; }

    public int JobId { get; set; }

    public required string NoticeNumber { get; set; }

    public required string Utility { get; set; }

    public required string Owner { get; set; }

    public required string Answer { get; set; }

    public string Note { get; set; } = "";

    public DateTime MadeAt { get; set; }

    public DateTime? SentAt { get; set; }

    public int Attempts { get; set; }

    public DateTime NextTry { get; set; }

    public string Trouble { get; set; } = "";
}

/// <summary>
/// A notice that came from the notice centre and cannot be taken: kept as it came, with what is wrong with it, until the
/// lead has seen to it. What comes after it goes on.
/// </summary>
public sealed class PutAside
{
    public int Id { get; set; }

    public DateTime CameAt { get; set; }

    /// <summary>Number at the centre as far as it could be read; empty otherwise.</summary>
    public string Number { get; set; } = "";

    /// <summary>What came, cut off when it is very long.</summary>
    public required string Content { get; set; }

    /// <summary>What is wrong with it, in words.</summary>
    public required string Trouble { get; set; }

    /// <summary>When the lead has seen to it.</summary>
    public DateTime? SettledAt { get; set; }

    public string SettledBy { get; set; } = "";
}
