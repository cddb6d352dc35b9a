using BenchmarkDotNet.Configs;
using BenchmarkDotNet.Jobs;
using BenchmarkDotNet.Running;
using GentleMole.Benchmarks;

// A name picks one: truth, circuits, identify, candidates, ledger, follow, silent, radar, grids and bodies (parts of truth), radar-waves (twelve profiles by a full-wave model, a minute each), identify-speed, store, live, sheet, print, practice, notices, hookup, fits, soak (ten minutes); none runs all but the soak.
bool Wanted(string name) => args.Length == 0 || args.Contains(name);

if (Wanted("truth"))
{
    TruthBench.Run();
    CircuitTruth.Run();
}

if (Wanted("truth") || args.Contains("identify"))
{
    IdentifySpeed.Run();
    IdentifyTruth.Run();
}

if (Wanted("truth") || args.Contains("candidates"))
{
    CandidateTruth.Run();
}

if (Wanted("truth") || args.Contains("ledger"))
{
    LedgerTruth.Run();
}

if (Wanted("truth") || args.Contains("follow"))
{
    FollowTruth.Run();
}

if (Wanted("truth") || args.Contains("silent"))
{
    SilentTruth.Run();
}

if (Wanted("truth") || args.Contains("radar"))
{
    await RadarTruth.RunAsync();
}

if (Wanted("truth") || args.Contains("grids"))
{
    GridTruth.Run();
}

if (Wanted("truth") || args.Contains("bodies"))
{
    BodyTruth.Run();
}

if (args.Contains("radar-waves"))
{
    RadarTruth.FullWaves();
}

if (args.Contains("identify-speed"))
{
    IdentifySpeed.Run();
}

if (args.Contains("circuits"))
{
    CircuitTruth.Run();
}

if (Wanted("store"))
{
    await StoreBench.RunAsync();
}

if (Wanted("live"))
{
    await LiveBench.RunAsync();
}

if (args.Contains("soak"))
{
    await StoreBench.SoakAsync(TimeSpan.FromMinutes(10));
}

if (Wanted("hookup"))
{
    await HookupBench.RunAsync();
}

if (Wanted("sheet"))
{
    await SheetBench.RunAsync();
}

if (Wanted("print"))
{
    await PrintBench.RunAsync();
}

if (Wanted("practice"))
{
    await PracticeBench.RunAsync();
}

if (Wanted("notices"))
{
    await NoticeBench.RunAsync();
}

if (Wanted("fits"))
{
    BenchmarkRunner.Run<FitBench>(DefaultConfig.Instance.AddJob(Job.ShortRun));
    BenchmarkRunner.Run<SignalBench>(DefaultConfig.Instance.AddJob(Job.ShortRun));
}
