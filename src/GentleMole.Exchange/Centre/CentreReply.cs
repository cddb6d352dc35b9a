using NodaTime;

namespace GentleMole.Exchange.Centre;

/// <summary>What is answered for one utility.</summary>
/// <param name="Id">Made by the sender; stored once however often it comes.</param>
/// <param name="LogHead">Number and hash of the last entry of the sender's log: kept by the centre, it shows later whether that log is still the same.</param>
public sealed record CentreReply(Guid Id, string NoticeNumber, string Utility, string Owner, string Answer, string Note, Instant MadeAt, string LogHead = "");
