using GentleMole.Web.Setup;

var app = MoleApp.Build(args);
await MoleApp.PrepareAsync(app);
await app.RunAsync();

/// <summary>Made visible for tests that host the application.</summary>
public partial class Program;
