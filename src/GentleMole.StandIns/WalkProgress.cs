using System.Net.Http.Json;
using System.Text.Json;

namespace GentleMole.StandIns;

/// <summary>How a walk goes.</summary>
/// <param name="Readings">Readings on the whole walk.</param>
/// <param name="Delivered">Readings that the job has taken.</param>
/// <param name="Repeated">Readings that were sent again and that the job knew already.</param>
/// <param name="Dropped">Sends that were cut off.</param>
/// <param name="Late">Readings held back and sent out of order.</param>
public sealed record WalkProgress(int Readings, int Delivered, int Repeated, int Dropped, int Late, bool Ended, string Trouble);
