using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Store.Writing;

public enum StoreTroubleKind
{
    /// <summary>Others keep it busy; the same again in a moment will do.</summary>
    Busy,
    Full,
    ReadOnly,

    /// <summary>The file is gone, or cannot be opened.</summary>
    Gone,
    Damaged,

    /// <summary>The disk does not do what it should.</summary>
    Disk,
}
