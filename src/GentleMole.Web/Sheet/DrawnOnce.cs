namespace GentleMole.Web.Sheet;

/// <summary>
/// What was worked out from a sheet for showing it: the same sheet is shown over and over, to one person after each click and
/// to several. Lives as long as what it was made from stays the same.
/// </summary>
internal sealed class DrawnOnce
{
    private const int Most = 24;

    private readonly Lock _lock = new();
    private readonly Dictionary<object, object> _made = [];

    /// <param name="key">Everything that what is made depends on apart from the sheet, compared by value.</param>
    public T Get<T>(object key, Func<T> make)
        where T : class
    {
        lock (_lock)
        {
            if (_made.TryGetValue(key, out var known))
            {
                return (T)known;
            }
        }

        var made = make();
        lock (_lock)
        {
            if (_made.Count >= Most)
            {
                _made.Clear();
            }

            _made[key] = made;
        }

        return made;
    }
}
