using BenchmarkDotNet.Configs;
using BenchmarkDotNet.Jobs;
using BenchmarkDotNet.Running;
using GentleMole.Benchmarks;

// A name picks one: store, sheet, notices, hookup, fits; none runs them all.
bool Wanted(string name) => args.Length == 0 || args.Contains(name);

if (Wanted("store"))
{
    await StoreBench.RunAsync();
}

if (Wanted("hookup"))
{
    await HookupBench.RunAsync();
}

if (Wanted("sheet"))
{
    await SheetBench.RunAsync();
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
