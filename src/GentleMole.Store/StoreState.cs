using System.Reflection;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore.Migrations;

namespace GentleMole.Store;

/// <summary>What lies in the directory before anything is done to it.</summary>
public enum StoreState
{
    /// <summary>No database, or one that was begun and never held anything.</summary>
    Nothing,

    /// <summary>Ours, of an earlier version that can be brought up to date.</summary>
    Older,

    Current,
}
