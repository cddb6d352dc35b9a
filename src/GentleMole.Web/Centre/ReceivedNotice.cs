using System.Text.Json;
using GentleMole.Store.Model;

namespace GentleMole.Web.Centre;

/// <summary>What came from the notice centre at one place of its list.</summary>
/// <param name="Sequence">Its number in the list; null when it could not be read.</param>
/// <param name="Job">The job that it opens; null when it cannot be taken.</param>
/// <param name="Trouble">What is wrong with it, in words; empty when it can be taken.</param>
internal sealed record ReceivedNotice(long? Sequence, string Number, Job? Job, string Content, string Trouble);
