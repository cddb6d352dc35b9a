namespace GentleMole.Web.Sheet;

/// <summary>
/// Sheets as they were read last, each with the number of the log entry up to which it is true. Reading one again costs a
/// look at the log; what the log does not name has not changed.
/// </summary>
internal sealed class KeptSheets
{
    /// <summary>Dots on all sheets together; the one used last is kept whatever it holds.</summary>
    private const int MostDots = 150_000;
    private const int MostSheets = 40;

    private readonly Lock _lock = new();

    // The one used last stands at the end.
    private readonly List<JobSheet> _sheets = [];

    public JobSheet? Find(int jobId)
    {
        lock (_lock)
        {
            var at = _sheets.FindIndex(s => s.Job.Id == jobId);
            if (at < 0)
            {
                return null;
            }

            var found = _sheets[at];
            _sheets.RemoveAt(at);
            _sheets.Add(found);
            return found;
        }
    }

    /// <summary>Keeps a sheet unless a later one of the same job is kept already.</summary>
    public void Keep(JobSheet sheet)
    {
        lock (_lock)
        {
            var at = _sheets.FindIndex(s => s.Job.Id == sheet.Job.Id);
            if (at >= 0 && _sheets[at].LogHead > sheet.LogHead)
            {
                return;
            }

            if (at >= 0)
            {
                _sheets.RemoveAt(at);
            }

            _sheets.Add(sheet);
            while (_sheets.Count > MostSheets || (_sheets.Count > 1 && _sheets.Sum(s => s.DotCount) > MostDots))
            {
                _sheets.RemoveAt(0);
            }
        }
    }
}
