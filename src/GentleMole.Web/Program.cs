using GentleMole.Web;
using GentleMole.Web.Setup;
using GentleMole.Web.Stages;
using Microsoft.Data.Sqlite;

if (args is [DrawingChild.Command, var path, var name])
{
    return DrawingChild.Run(path, name);
}

// What this process writes is for its owner alone, whatever writes it.
PrivateFiles.Begin();
try
{
    if (await MoleCommand.TryRunAsync(args) is { } result)
    {
        return result;
    }

    var app = MoleApp.Build(args);
    await MoleApp.PrepareAsync(app);
    await app.RunAsync();
    return 0;
}
catch (Exception error) when (error is IOException or UnauthorizedAccessException or SqliteException)
{
    // A port that is taken or a directory that cannot be written is for the person at the terminal, not for a stack trace.
    await Console.Error.WriteLineAsync("Gentle Mole cannot start: " + error.Message);
    return 1;
}

/// <summary>Made visible for tests that host the application.</summary>
public partial class Program;
