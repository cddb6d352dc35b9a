using GentleMole.Store.Model;

namespace GentleMole.Web.Trust;

/// <summary>The person of a session, as the cookie says.</summary>
/// <param name="SessionId">Tells one sign-in of theirs from another.</param>
internal sealed record SignedInPerson(string Id, string Name, Role Role, Guid SessionId);
